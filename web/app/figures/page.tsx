import type { Metadata } from 'next';
import { PageHeader } from '@/components/PageHeader';
import { FiguresPage } from '@/features/figures/FiguresPage';

export const metadata: Metadata = { title: 'Figures' };

export default function FiguresRoute() {
  return (
    <>
      <PageHeader />
      <FiguresPage />
    </>
  );
}
