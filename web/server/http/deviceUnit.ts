import { cookies, headers } from 'next/headers';
import { type DeviceUnit, deviceUnitOf, UNIT_COOKIE } from '@/words/deviceUnit';
import { database } from '../db/connection';
import { readSetting } from '../db/workshopSetting';

/** How the device that asks for a page writes depression. */
export async function requestedUnit(): Promise<DeviceUnit> {
  const [kept, asked, workshop] = await Promise.all([cookies(), headers(), readSetting(database(), 'depressionUnit')]);
  return deviceUnitOf({ cookie: kept.get(UNIT_COOKIE)?.value, workshop, languages: asked.get('accept-language') });
}
