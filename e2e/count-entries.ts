import type { Page } from '@playwright/test';

/**
 * Counts what a person does: a click, a tap, a drop and a paste are one each; a run of keys into one field, with the Tab or Enter that ends
 * it, is one; a chord is one. Counted in the page by real events, and kept in its own storage so that a page that is left loses none.
 */
export async function countEntries(page: Page): Promise<{ total: () => Promise<number>; log: () => Promise<string> }> {
  await page.addInitScript(() => {
    const KEY = 'counted';
    const add = (what: string) => sessionStorage.setItem(KEY, `${sessionStorage.getItem(KEY) ?? ''}${what}\n`);
    const nameOf = (target: EventTarget | null): string => {
      const element = target instanceof Element ? target.closest('button, a, input, select, textarea, [role]') : null;
      return (element?.getAttribute('aria-label') ?? element?.textContent ?? element?.tagName ?? '').trim().slice(0, 40);
    };
    // An open cell of a grid is the cell that was typed into: what is drawn for it changes, what a person does not.
    const fieldOf = (target: EventTarget | null): unknown => {
      const cell = target instanceof Element ? target.closest('[data-column]') : null;
      const row = cell?.closest('[data-rowindex]')?.getAttribute('data-rowindex');
      return cell && row ? `${row}/${cell.getAttribute('data-column')}` : target;
    };
    let run: unknown = null;
    window.addEventListener(
      'pointerdown',
      (event) => {
        run = null;
        add(`click ${nameOf(event.target)}`);
      },
      true,
    );
    for (const kind of ['paste', 'drop'])
      window.addEventListener(
        kind,
        (event) => {
          run = null;
          add(`${kind} ${nameOf(event.target)}`);
        },
        true,
      );
    window.addEventListener(
      'keydown',
      (event: KeyboardEvent) => {
        if (['Shift', 'Control', 'Alt', 'Meta'].includes(event.key)) return;
        if (event.ctrlKey || event.metaKey) {
          run = null;
          // The paste itself is what counts.
          if (event.key.toLowerCase() !== 'v') add(`chord Ctrl+${event.key}`);
          return;
        }
        const field = fieldOf(event.target);
        if (field === run) return;
        run = field;
        add(`keys ${nameOf(event.target)}`);
      },
      true,
    );
  });
  const log = () => page.evaluate(() => sessionStorage.getItem('counted') ?? '');
  return { log, total: async () => (await log()).split('\n').filter((line) => line !== '').length };
}
