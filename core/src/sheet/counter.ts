import type { EventOf, Job } from '../job';

/** What a machine had run when it came in, by its sheet: km and hours; nothing where nobody wrote it. */
export function counterOf({ sheet }: Pick<Job, 'sheet'>): NonNullable<EventOf<'cured'>['counter']> | undefined {
  const last = (quantity: string) => {
    const event = sheet.findLast((each) => each.kind === 'measured' && each.quantity === quantity);
    return event?.kind === 'measured' && event.result.is === 'figure' ? event.result.value : undefined;
  };
  const [km, hours] = [last('odometer'), last('engineHours')];
  if (km === undefined && hours === undefined) return undefined;
  return { ...(km === undefined ? {} : { km }), ...(hours === undefined ? {} : { hours }) };
}
