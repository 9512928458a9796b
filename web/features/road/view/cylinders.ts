interface Known {
  readonly cylinders: readonly string[];
  readonly ridden: readonly string[];
  readonly fileName: string;
}

/** Whose exhaust each sensor sat in, as its column's or the file's name says; else the first cylinder without a ride, in order. */
export function proposedCylinders(
  sensors: readonly { readonly sensor: number; readonly name: string }[],
  { cylinders, ridden, fileName }: Known,
): Readonly<Record<number, string>> {
  const proposed: Record<number, string> = {};
  const taken = new Set<string>();
  for (const { sensor, name } of sensors) {
    const named =
      cylinderIn(name, cylinders, taken) ?? (sensors.length === 1 ? cylinderIn(fileName, cylinders, taken) : undefined);
    const next =
      cylinders.find((id) => !ridden.includes(id) && !taken.has(id)) ?? cylinders.find((id) => !taken.has(id));
    const place = named ?? next;
    if (place === undefined) continue;
    proposed[sensor] = place;
    taken.add(place);
  }
  return proposed;
}

/** A cylinder that a name carries as a word or number of its own. */
function cylinderIn(name: string, cylinders: readonly string[], taken: ReadonlySet<string>): string | undefined {
  const words = name.toLowerCase().split(/[^a-z0-9]+/);
  return cylinders.find((id) => !taken.has(id) && words.includes(id.toLowerCase()));
}
