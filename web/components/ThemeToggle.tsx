'use client';

import { Moon, Sun } from 'lucide-react';
import { THEME_COOKIE, type Theme } from './theme';

const YEAR_S = 365 * 24 * 3600;

/** Switches between the night and the sun theme and remembers it. */
export function ThemeToggle() {
  function toggle() {
    const root = document.documentElement;
    const next: Theme = root.dataset.theme === 'sun' ? 'night' : 'sun';
    root.dataset.theme = next;
    // biome-ignore lint/suspicious/noDocumentCookie: the server reads the choice, so that the first paint is right
    document.cookie = `${THEME_COOKIE}=${next}; path=/; max-age=${YEAR_S}; samesite=lax`;
    window.dispatchEvent(new Event('themechange'));
  }
  return (
    <button
      type="button"
      onClick={toggle}
      aria-label="Switch between night and sun theme"
      className="grid size-12 place-items-center rounded text-soft hover:text-ink"
    >
      <Sun aria-hidden className="size-5 in-data-[theme=sun]:hidden" />
      <Moon aria-hidden className="hidden size-5 in-data-[theme=sun]:block" />
    </button>
  );
}
