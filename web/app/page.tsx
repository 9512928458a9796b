import { PageHeader } from '@/components/PageHeader';
import { Garage } from '@/features/garage/Garage';
import { garageQuery, type Params } from '@/features/garage/garageQuery';
import { database } from '@/server/db/connection';
import { listBanks, listGarage } from '@/server/db/garageList';
import { hasMachines } from '@/server/db/machineRepository';
import { dueList } from '@/server/jobs/dueList';

export const dynamic = 'force-dynamic';

export default async function GaragePage({ searchParams }: { searchParams: Promise<Params> }) {
  const params = await searchParams;
  const [page, banks, any, due] = await Promise.all([
    listGarage(database(), garageQuery(params)),
    listBanks(database()),
    hasMachines(database()),
    dueList(database(), new Date().toISOString()),
  ]);
  return (
    <>
      <PageHeader />
      <Garage page={page} banks={banks} params={params} isNew={!any} due={due} />
    </>
  );
}
