import Link from 'next/link';
import { buttonClass } from '@/components/Button';
import { PageHeader } from '@/components/PageHeader';

export default function NotFound() {
  return (
    <>
      <PageHeader />
      <main className="mx-auto max-w-3xl px-6 pt-16">
        <h1 className="font-bold text-4xl">Nothing here</h1>
        <p className="mt-4 text-soft text-xl">
          There is no such job or page in this workshop. It may belong to another database.
        </p>
        <Link href="/" className={`${buttonClass('plain')} mt-8`}>
          To the garage
        </Link>
      </main>
    </>
  );
}
