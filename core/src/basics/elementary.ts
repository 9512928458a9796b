/**
 * Elementary functions with the same bits in every JavaScript engine: the built-in ones differ in their last place between
 * versions (Node 20 and a current Chromium disagree on sin, exp, log and pow), and an idle engine magnifies that until two
 * runs of one seed have nothing in common. These use nothing but IEEE 754 arithmetic (ports of FDLIBM, 1993).
 */
import acos from '@stdlib/math-base-special-acos';
import cos from '@stdlib/math-base-special-cos';
import erfc from '@stdlib/math-base-special-erfc';
import exp from '@stdlib/math-base-special-exp';
import ln from '@stdlib/math-base-special-ln';
import pow from '@stdlib/math-base-special-pow';
import sin from '@stdlib/math-base-special-sin';

export { acos, cos, erfc, exp, ln, pow, sin };

/** x times x: the power operator of some engines goes through their logarithm. */
export function square(x: number): number {
  return x * x;
}
