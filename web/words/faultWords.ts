import type { Fault } from '@amber-needle/core/engine';
import { assertNever } from '@amber-needle/core/sequence';
import type { Setup } from '@amber-needle/core/setup';

/** A fault in the words of the trade, with its place and strength. */
export function faultText(setup: Setup, fault: Fault): string {
  const screw = (id: string) => setup.adjusters.find((adjuster) => adjuster.id === id)?.label ?? id;
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  switch (fault.kind) {
    case 'airLeak':
      return `Air leak behind throat ${fault.throat}, ${number(fault.areaMm2)} mm²`;
    case 'wornShaft':
      return `Worn throttle shaft, throat ${fault.throat}, ±${number(fault.restDeg)}°`;
    case 'linkagePlay':
      return `Play in the link of throat ${fault.throat}, ${number(fault.deg)}°`;
    case 'deadScrew':
      return `${screw(fault.adjuster)} moves nothing`;
    case 'wrongBase':
      return `${screw(fault.adjuster)} ${number(Math.abs(fault.turns))} turns too far ${fault.turns < 0 ? 'out' : 'in'}`;
    case 'lowCompression':
      return `Low compression, cylinder ${fault.cylinder}, ${percent(fault.loss)} lost`;
    case 'weakSpark':
      return `Weak spark, cylinder ${fault.cylinder}, misses ${percent(fault.missShare)}`;
    case 'blockedIdle':
      return `Idle passage of throat ${fault.throat} blocked by ${percent(fault.share)}`;
    case 'starvedMain':
      return `Main supply of throat ${fault.throat} short by ${percent(fault.share)}`;
    case 'floatLevel':
      return `Fuel level of throat ${fault.throat} ${number(Math.abs(fault.mm))} mm too ${fault.mm > 0 ? 'high' : 'low'}`;
    case 'flooding':
      return `Throat ${fault.throat} floods, ${percent(fault.share)} of an idle’s fuel`;
    case 'stickingPiston':
      return `Piston of throat ${fault.throat} sticks, ${percent(fault.share)} of its lift lost`;
    case 'mixedJets':
      return `Jets of throats ${fault.throats.join(' and ')} mixed up, ${number(fault.ratio)} times`;
    case 'exchangedHoses':
      return `Hoses of throats ${fault.throats.join(' and ')} exchanged`;
    case 'chokeStuck':
      return `Choke stays ${percent(fault.share)} on`;
    case 'restrictedFilter':
      return `Air filter clogged by ${percent(fault.share)}`;
    case 'fuelBoil':
      return 'Fuel boils over after a hot stop';
    case 'manifoldAdvance':
      return `Spark advance on manifold vacuum, ${number(fault.deg)}° early at idle`;
    default:
      return assertNever(fault);
  }
}

function number(value: number): string {
  return String(Math.round(value * 100) / 100);
}
