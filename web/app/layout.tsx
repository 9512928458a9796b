import type { Metadata, Viewport } from 'next';
import { cookies } from 'next/headers';
import { Toaster } from 'sonner';
import { THEME_COOKIE, themeOf } from '@/components/theme';
import { Shell } from '@/features/outbox/Shell';
import './globals.css';

export const metadata: Metadata = {
  title: { default: 'Amber Needle', template: '%s · Amber Needle' },
  description: 'Measures, judges and records the balancing of multi-carburetor engines.',
};

export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

export default async function RootLayout({ children }: { children: React.ReactNode }) {
  const theme = themeOf((await cookies()).get(THEME_COOKIE)?.value);
  return (
    <html lang="en" data-theme={theme} suppressHydrationWarning>
      <body>
        <Shell>{children}</Shell>
        <Toaster
          position="top-center"
          toastOptions={{ className: '!bg-raise !text-ink !border-line !font-sans !text-base' }}
        />
      </body>
    </html>
  );
}
