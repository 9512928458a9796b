import { createRideKeeper } from './rideReader';
import type { RoadRequest } from './roadProtocol';

/** The worker of rides: reads, judges and draws them off the page's thread. */

const keep = createRideKeeper();

self.addEventListener('message', ({ data }: MessageEvent<RoadRequest>) => {
  void keep(data, (response) => postMessage(response));
});
