import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { checkEvent } from '@amber-needle/core/job';
import { describe, expect, it } from 'vitest';

/** What a person copies out of the documents must work. */
const root = fileURLToPath(new URL('..', import.meta.url));
const pages = ['README.md', 'CONTRIBUTING.md', ...markdownIn('docs'), ...markdownIn('docs/formats')];
const text = (page: string) => readFileSync(`${root}/${page}`, 'utf8');

function markdownIn(folder: string): readonly string[] {
  return readdirSync(`${root}/${folder}`).flatMap((name) => (name.endsWith('.md') ? [`${folder}/${name}`] : []));
}

/** Everything in a page that matches, with the page. */
function found(pattern: RegExp): readonly (readonly [string, string])[] {
  return pages.flatMap((page) => [...text(page).matchAll(pattern)].map(([, what = '']) => [page, what] as const));
}

describe('the documents', () => {
  const { scripts } = JSON.parse(text('package.json'));

  it('name commands that there are', () => {
    const named = found(/npm run (?:--silent )?([a-z][\w:-]*)/g);
    expect(named.length).toBeGreaterThan(10);
    expect(named.filter(([, command]) => !(command in scripts))).toEqual([]);
  });

  it('name files that there are', () => {
    const named = found(/`((?:core|web|cli|standin|scripts|e2e|docs)\/[\w./[\]-]+\.(?:tsx?|mjs|md|json))`/g);
    expect(named.length).toBeGreaterThan(2);
    expect(named.filter(([, file]) => !existsSync(`${root}/${file}`))).toEqual([]);
  });

  it('link to pages that there are', () => {
    const linked = pages.flatMap((page) =>
      [...text(page).matchAll(/\]\((?!https?:)([^)#]+)(?:#[^)]*)?\)/g)].map(([, to = '']) => {
        const from = page.includes('/') ? page.slice(0, page.lastIndexOf('/') + 1) : '';
        return { page, to: `${root}/${from}${to}` };
      }),
    );
    expect(linked.length).toBeGreaterThan(20);
    expect(linked.filter(({ to }) => !existsSync(to))).toEqual([]);
  });

  it('show an event that a log takes', () => {
    const examples = [...text('docs/cli.md').matchAll(/```json\n([\s\S]*?)```/g)].flatMap(([, json = '']) => {
      const example: unknown = JSON.parse(json);
      return typeof example === 'object' && example !== null && 'seq' in example ? [example] : [];
    });
    expect(examples.length).toBeGreaterThan(0);
    for (const example of examples) expect(checkEvent(example)).toMatchObject({ outcome: 'valid' });
  });
});
