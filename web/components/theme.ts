export type Theme = 'night' | 'sun';

export const THEME_COOKIE = 'theme';

/** Night unless sun was chosen. */
export function themeOf(cookie: string | undefined): Theme {
  return cookie === 'sun' ? 'sun' : 'night';
}
