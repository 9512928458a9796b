'use client';

import { Button } from './Button';

/** Prints the page: its print style leaves out what only a screen needs. */
export function PrintButton() {
  return <Button onClick={() => window.print()}>Print it</Button>;
}
