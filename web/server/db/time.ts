/** An ISO 8601 UTC instant as MariaDB's DATETIME(3). */
export function sqlTime(instant: string): string {
  return instant.replace('T', ' ').replace('Z', '');
}

/** A DATETIME(3), which is always UTC here, as an ISO 8601 instant. */
export function instantOf(time: string): string {
  return `${time.replace(' ', 'T')}Z`;
}
