import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** Themes differ in nothing but their colours; the second is looked at in the deep tests. */
const THEMES = process.env.TEST_DEPTH === 'deep' ? ['night', 'sun'] : ['night'];
const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/** No violation of WCAG 2.2 A and AA that axe-core can find. */
export async function expectAccessible(page: Page): Promise<void> {
  // The title of a page made for this request comes after its beginning.
  await expect(page).toHaveTitle(/./);
  for (const theme of THEMES) {
    await page.evaluate((name) => {
      document.documentElement.dataset.theme = name;
    }, theme);
    const builder = new AxeBuilder({ page });
    const asked = theme === 'night' ? builder.withTags(TAGS) : builder.withRules(['color-contrast']);
    const { violations } = await asked.analyze();
    const told = violations.map(
      ({ id, nodes }) => `${theme}: ${id}: ${nodes.map(({ html }) => html.slice(0, 140)).join(' | ')}`,
    );
    expect(told).toEqual([]);
  }
}
