import type { Page } from '@playwright/test';

/** Rows that a fake port sends in one go, and how often. */
const ROWS_AT_ONCE = 25;
const EVERY_MS = 12;

/**
 * Gives the page a serial port that sends the given lines over and over, as a board would: the heading first, then row after row. A
 * browser's own chooser of ports cannot be operated by a test.
 */
export async function fakeSerial(page: Page, heading: readonly string[], rows: readonly string[]): Promise<void> {
  await page.addInitScript(
    ({ heading, rows, atOnce, everyMs }) => {
      const encoder = new TextEncoder();
      const port = {
        readable: null as ReadableStream<Uint8Array> | null,
        opened: [] as number[],
        async open({ baudRate }: { baudRate: number }) {
          port.opened.push(baudRate);
          let timer = 0;
          let next = 0;
          port.readable = new ReadableStream({
            start(controller) {
              // Joined in the middle of a line, as on any running board.
              controller.enqueue(encoder.encode(`7,41.2\n${heading.join('\n')}\n`));
              timer = window.setInterval(() => {
                const some = rows.slice(next, next + atOnce);
                next += atOnce;
                if (some.length > 0) controller.enqueue(encoder.encode(`${some.join('\n')}\n`));
              }, everyMs);
            },
            cancel: () => window.clearInterval(timer),
          });
        },
        async close() {
          port.readable = null;
        },
        getInfo: () => ({ usbVendorId: 0x1209, usbProductId: 1 }),
      };
      Object.assign(window, { fakePort: port });
      Object.defineProperty(navigator, 'serial', {
        value: { requestPort: async () => port, getPorts: async () => [] },
      });
    },
    { heading, rows, atOnce: ROWS_AT_ONCE, everyMs: EVERY_MS },
  );
}
