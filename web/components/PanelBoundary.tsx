'use client';

import type { ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { Button } from './Button';
import { Notice } from './Notice';

/** Keeps a panel that fails from taking the page with it: the job goes on around it. */
export function PanelBoundary({ name, children }: { readonly name: string; readonly children: ReactNode }) {
  return (
    <ErrorBoundary
      fallbackRender={({ resetErrorBoundary }) => (
        <div className="p-4">
          <Notice>
            {name} could not be shown. What was recorded is safe.{' '}
            <Button className="ml-2" onClick={resetErrorBoundary}>
              Try again
            </Button>
          </Notice>
        </div>
      )}
    >
      {children}
    </ErrorBoundary>
  );
}
