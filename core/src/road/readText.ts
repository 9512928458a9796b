import type { Ride, RideProblems } from './ride';
import { createRideReader, describeRide, lackOfRide, type RideDescription, type RideProposal } from './table';

/** A ride read from a whole text. */
export type ReadRide =
  | {
      readonly outcome: 'read';
      readonly ride: Ride;
      readonly problems: RideProblems;
      readonly proposal: RideProposal;
    }
  | { readonly outcome: 'notRead'; readonly reason: string };

/** Reads a ride by what is proposed of its table, or by a description that somebody confirmed. */
export function readRideText(text: string, described?: RideDescription): ReadRide {
  const proposal = describeRide(text);
  if (proposal === undefined)
    return { outcome: 'notRead', reason: 'There is no table in it: no row with at least two figures was found.' };
  const description = described ?? proposal.description;
  const lack = lackOfRide(description);
  if (lack !== undefined)
    return { outcome: 'notRead', reason: `${lack} Found: ${proposal.names.slice(0, 20).join(', ')}.` };
  const reader = createRideReader(description, proposal.names);
  reader.push(text);
  const { ride, problems } = reader.end();
  if (ride.times.length < FEWEST_ROWS)
    return { outcome: 'notRead', reason: `Only ${ride.times.length} of its rows can be read.` };
  return { outcome: 'read', ride, problems, proposal: { ...proposal, description } };
}

/** A ride of fewer rows is none. */
const FEWEST_ROWS = 10;
