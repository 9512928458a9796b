import { type Adjuster, type Coupling, concernOf, type Setup } from '@amber-needle/core/setup';

/** The bank as it lies in front of the person: throats with every adjuster at its place before, between or behind them. */
export type BankPart =
  /** `mixture`: the screws that set this throat's mixture alone. */
  | {
      readonly part: 'throat';
      readonly throat: string;
      readonly carburetor: string;
      readonly mixture: readonly Adjuster[];
    }
  | { readonly part: 'screws'; readonly adjusters: readonly Adjuster[]; readonly couplings: readonly Coupling[] };

/** Throats in their order with their mixture screws; other screws of one throat on its outer side, those of several between the first two they act on. */
export function bankParts(setup: Setup, flipped: boolean): readonly BankPart[] {
  const { throats, adjusters, couplings } = setup;
  const last = throats.length - 1;
  const mixture = adjusters.filter((adjuster) => concernOf(adjuster) === 'mixture');
  const own = (id: string) => mixture.filter(({ acts }) => acts.every(({ throat }) => throat === id));
  const placed = adjusters.filter((adjuster) => throats.every(({ id }) => !own(id).includes(adjuster)));
  // Place p lies before throat p; place `last + 1` lies behind the last one.
  const placeOf = (ids: readonly string[]) => {
    const indices = ids.map((id) => throats.findIndex((throat) => throat.id === id)).sort((a, b) => a - b);
    const [first = 0] = indices;
    if (indices.length > 1) return first + 1;
    return first === last && last > 0 ? last + 1 : first;
  };
  const screwsAt = (place: number): BankPart[] => {
    const here = placed.filter(({ acts, between }) => placeOf(between ?? acts.map(({ throat }) => throat)) === place);
    const joined = couplings.filter(({ joins }) => placeOf(joins) === place);
    return here.length + joined.length === 0 ? [] : [{ part: 'screws', adjusters: here, couplings: joined }];
  };
  const parts = throats.flatMap((throat, i): BankPart[] => [
    ...screwsAt(i),
    { part: 'throat', throat: throat.id, carburetor: throat.carburetor, mixture: own(throat.id) },
  ]);
  const whole = [...parts, ...screwsAt(last + 1)];
  return flipped ? whole.reverse() : whole;
}
