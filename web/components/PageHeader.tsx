import Link from 'next/link';
import type { ReactNode } from 'react';
import { ThemeToggle } from './ThemeToggle';

/** The line at the top of every page but the bench: the way back to the garage, and the theme. */
export function PageHeader({ children }: { readonly children?: ReactNode }) {
  return (
    <header className="flex min-h-14 flex-wrap items-center gap-x-6 border-line border-b px-6">
      <Link href="/" className="flex min-h-12 items-center gap-3 font-bold">
        <NeedleMark />
        Amber Needle
      </Link>
      <div className="flex self-stretch max-sm:order-last max-sm:w-full">{children}</div>
      <div className="ml-auto flex items-center gap-6">
        <Link href="/figures" className="inline-flex min-h-12 items-center hover:underline hover:underline-offset-4">
          Figures
        </Link>
        <Link href="/workshop" className="inline-flex min-h-12 items-center hover:underline hover:underline-offset-4">
          Workshop
        </Link>
        <ThemeToggle />
      </div>
    </header>
  );
}

/** The fan, closing: three needles of one pivot. */
function NeedleMark() {
  return (
    <svg viewBox="0 0 24 24" className="size-6 text-amber" aria-hidden="true">
      <path d="M12 21 6.5 5M12 21 17.5 5" stroke="currentColor" strokeWidth="1.2" opacity="0.5" fill="none" />
      <path d="M12 21V3" stroke="currentColor" strokeWidth="2.4" strokeLinecap="round" />
      <circle cx="12" cy="21" r="2.2" fill="currentColor" />
    </svg>
  );
}
