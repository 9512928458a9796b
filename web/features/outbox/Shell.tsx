'use client';

import { SerwistProvider } from '@serwist/turbopack/react';
import type { ReactNode } from 'react';
import { OutboxAgent } from './OutboxAgent';

/** Around every page: the service worker that keeps its shell, and the outbox that sends what waits. */
export function Shell({ children }: { readonly children: ReactNode }) {
  return (
    <SerwistProvider swUrl="/serwist/sw.js" disable={process.env.NODE_ENV === 'development'} reloadOnOnline={false}>
      <OutboxAgent />
      {children}
    </SerwistProvider>
  );
}
