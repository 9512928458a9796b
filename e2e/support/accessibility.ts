import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** No violation of WCAG 2.2 A and AA that axe-core can find, in both themes. */
export async function expectAccessible(page: Page): Promise<void> {
  for (const theme of ['night', 'sun']) {
    await page.evaluate((name) => {
      document.documentElement.dataset.theme = name;
    }, theme);
    const { violations } = await new AxeBuilder({ page })
      .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
      .analyze();
    const told = violations.map(
      ({ id, nodes }) => `${theme}: ${id}: ${nodes.map(({ html }) => html.slice(0, 140)).join(' | ')}`,
    );
    expect(told).toEqual([]);
  }
}
