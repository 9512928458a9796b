import type { Metadata } from 'next';
import { PageHeader } from '@/components/PageHeader';
import { WorkshopPage } from '@/features/workshop/WorkshopPage';
import { database } from '@/server/db/connection';
import { listInstruments } from '@/server/db/instruments';
import { readSetting } from '@/server/db/workshopSetting';
import { deviceUnitOf } from '@/words/deviceUnit';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Workshop' };

export default async function WorkshopRoute() {
  const [instruments, chosen] = await Promise.all([
    listInstruments(database()),
    readSetting(database(), 'depressionUnit'),
  ]);
  const { pressure } = deviceUnitOf({ cookie: undefined, workshop: chosen, languages: null });
  return (
    <>
      <PageHeader />
      <WorkshopPage instruments={instruments} unit={pressure} />
    </>
  );
}
