function required(name: string): string {
  const value = process.env[name];
  if (value === undefined) throw new Error(`${name} is not set; run the end-to-end tests with: npm test -- e2e`);
  return value;
}

export const APP_URL = required('APP_URL');
export const STANDIN_URL = required('STANDIN_URL');
export const DATABASE_URL = required('DATABASE_URL');
