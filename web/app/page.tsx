import { PageHeader } from '@/components/PageHeader';
import { Garage } from '@/features/garage/Garage';
import { loadGarage } from '@/features/garage/loadGarage';

export const dynamic = 'force-dynamic';

export default async function GaragePage() {
  return (
    <>
      <PageHeader />
      <Garage machines={await loadGarage()} />
    </>
  );
}
