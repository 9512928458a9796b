import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/** No violation of WCAG 2.2 A and AA that axe-core can find, in both themes. */
export async function expectAccessible(page: Page): Promise<void> {
  for (const theme of ['night', 'sun']) {
    await page.evaluate((name) => {
      document.documentElement.dataset.theme = name;
    }, theme);
    const builder = new AxeBuilder({ page });
    // Themes differ in nothing but their colours.
    const asked = theme === 'night' ? builder.withTags(TAGS) : builder.withRules(['color-contrast']);
    const { violations } = await asked.analyze();
    const told = violations.map(
      ({ id, nodes }) => `${theme}: ${id}: ${nodes.map(({ html }) => html.slice(0, 140)).join(' | ')}`,
    );
    expect(told).toEqual([]);
  }
}
