import type { Setup } from '@amber-needle/core/setup';
import type { Problem } from '@amber-needle/core/validation';

const LISTS: Readonly<Record<string, string>> = {
  cylinders: 'Cylinder',
  throats: 'Throat',
  adjusters: 'Screw',
  couplings: 'Clamp',
  pipes: 'Pipe',
};

/** Lists that may not be empty, as a tuner would say it. */
const LACKS: Readonly<Record<string, string>> = {
  feeds: 'feeds no cylinder',
  acts: 'acts on no throat',
  joins: 'joins fewer than two throats',
};

/** A problem with the part it is about called by its name: a path means little to a tuner. */
export function problemText(setup: Setup, { path, reason }: Problem): string {
  const [, list = '', place = '', field = ''] = path.split('/');
  if (list === 'fitting') return `Carburetors and feed: ${reason}`;
  const name = LISTS[list];
  const part = name === undefined ? undefined : partsOf(setup, list)[Number(place)];
  if (name === undefined || part === undefined) return `${path}: ${reason}`;
  const isShort = reason.startsWith('must NOT have fewer');
  return `${name} ${part.id}: ${(isShort ? LACKS[field] : undefined) ?? reason}`;
}

function partsOf(setup: Setup, list: string): readonly { readonly id: string }[] {
  switch (list) {
    case 'cylinders':
      return setup.cylinders;
    case 'throats':
      return setup.throats;
    case 'adjusters':
      return setup.adjusters;
    case 'couplings':
      return setup.couplings;
    default:
      return setup.pipes ?? [];
  }
}
