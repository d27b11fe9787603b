import type { Page } from '@playwright/test';

/** What a page breaks of the rules of the look, one line for each kind of thing, with where it stands. */
export type Broken = readonly string[];

export interface Rules {
  /** Targets of 48 and no sideways scrolling are asked of a phone; an even page of a desk. */
  readonly phone: boolean;
}

/**
 * Measures the page as it is drawn now: letters of 11 and more (also in pictures), fields with a border of
 * 3:1 and a placeholder of 4.5:1, copper only on what can be acted on, and on a phone targets of 48 and no
 * sideways scrolling, at a desk no half without anything. The ratios are those of WCAG 2.2, 1.4.3 and
 * 1.4.11; the sizes are the company's own rule.
 */
export function broken(page: Page, rules: Rules): Promise<Broken> {
  return page.evaluate(measure, rules);
}

function measure({ phone }: Rules): string[] {
  const SMALLEST = 11;
  const TARGET = 48;
  const found = new Map<string, string>();
  const name = (element: Element): string => {
    const words = (element.getAttribute('aria-label') ?? element.textContent ?? '').trim().slice(0, 40);
    const near = element.closest('section, form, main, nav, header, [role=dialog]');
    const part = near?.getAttribute('aria-label') ?? near?.querySelector('h1, h2, h3')?.textContent ?? '';
    return `${element.tagName.toLowerCase()} “${words}”${part ? ` in “${part.trim().slice(0, 30)}”` : ''}`;
  };
  const note = (rule: string, element: Element, value: string) => {
    const key = `${rule} ${element.tagName} ${element.getAttribute('class') ?? ''}`.slice(0, 200);
    if (!found.has(key)) found.set(key, `${rule}: ${value}: ${name(element)}`);
  };
  const rgba = (text: string): number[] => {
    const parts = text.match(/[\d.]+/g)?.map(Number) ?? [];
    return [parts[0] ?? 0, parts[1] ?? 0, parts[2] ?? 0, parts[3] ?? (parts.length === 3 ? 1 : 0)];
  };
  const over = (top: number[], below: number[]): number[] =>
    [0, 1, 2].map((i) => top[i]! * top[3]! + below[i]! * (1 - top[3]!)).concat(1);
  /** The ground something stands on: every box behind it, laid over each other. */
  const ground = (element: Element | null): number[] => {
    if (!element) return [255, 255, 255, 1];
    const own = rgba(getComputedStyle(element).backgroundColor);
    return own[3] === 1 ? own : over(own, ground(element.parentElement));
  };
  const luminance = (color: number[]): number => {
    const [r, g, b] = color.slice(0, 3).map((v) => {
      const share = v / 255;
      return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
    });
    return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
  };
  const ratio = (a: number[], b: number[]): number => {
    const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x);
    return (light! + 0.05) / (dark! + 0.05);
  };
  const seen = (element: Element): boolean => {
    if (!element.checkVisibility({ visibilityProperty: true, opacityProperty: true })) return false;
    const box = element.getBoundingClientRect();
    return box.width > 1 && box.height > 1;
  };
  const copper = rgba(
    (() => {
      const probe = document.createElement('i');
      probe.style.color = 'var(--copper)';
      document.body.append(probe);
      const color = getComputedStyle(probe).color;
      probe.remove();
      return color;
    })(),
  );
  const isCopper = (text: string): boolean => {
    const color = rgba(text);
    return color[3]! > 0.1 && color.slice(0, 3).every((v, i) => v === copper[i]);
  };
  const ACTS =
    'a, button, input, select, textarea, summary, label, progress, [role=button], [role=option], [role=slider], [role=tab], [tabindex], .leaflet-interactive';

  /** Whatever has something within it that can be acted on. */
  const actsWithin = new Set<Element>();
  for (const act of document.body.querySelectorAll(ACTS))
    for (let up = act.parentElement; up && !actsWithin.has(up); up = up.parentElement) actsWithin.add(up);

  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  for (let text = walker.nextNode(); text; text = walker.nextNode()) {
    const element = text.parentElement;
    if (!element || !text.textContent?.trim() || !seen(element)) continue;
    if (element.closest('.sr-only, [data-radix-popper-content-wrapper], canvas')) continue;
    let size = parseFloat(getComputedStyle(element).fontSize);
    if (element instanceof SVGGraphicsElement) {
      const matrix = element.getScreenCTM();
      if (matrix) size *= Math.hypot(matrix.a, matrix.b);
    }
    if (size < SMALLEST - 0.05) note('small text', element, `${size.toFixed(1)} px`);
  }

  for (const element of document.body.querySelectorAll('*')) {
    if (!seen(element)) continue;
    const style = getComputedStyle(element);
    if (!actsWithin.has(element) && !element.closest(ACTS)) {
      const drawn = element instanceof SVGElement;
      const ownText = [...element.childNodes].some((n) => n.nodeType === 3 && n.textContent?.trim());
      if (
        (drawn && (isCopper(style.fill) || isCopper(style.stroke)) && element.childElementCount === 0) ||
        isCopper(style.backgroundColor) ||
        (ownText && isCopper(style.color)) ||
        (!drawn && parseFloat(style.borderTopWidth) > 0 && isCopper(style.borderTopColor))
      )
        note('copper on what cannot be acted on', element, element.getAttribute('class') ?? '');
    }
    if (
      element.matches(
        'input:not([type=checkbox], [type=radio], [type=range], [type=file]), select, textarea, [role=combobox]',
      ) &&
      parseFloat(style.borderTopWidth) + parseFloat(style.borderBottomWidth) > 0
    ) {
      const side = parseFloat(style.borderTopWidth) > 0 ? style.borderTopColor : style.borderBottomColor;
      const behind = ground(element.parentElement);
      const edge = ratio(over(rgba(side), behind), behind);
      if (edge < 3) note('field border', element, edge.toFixed(2));
      if ('placeholder' in element && element.placeholder) {
        const words = ratio(rgba(getComputedStyle(element, '::placeholder').color), ground(element));
        if (words < 4.5) note('placeholder', element, words.toFixed(2));
      }
    }
    if (
      phone &&
      element.matches('a, button, input, select, textarea, summary, [role=button], [role=option]')
    ) {
      // A link within a sentence is read, not reached for; what a label holds is reached by the label.
      if (element.matches('a') && style.display === 'inline') continue;
      // Whatever a picture holds stands in a list or a choice beside it too.
      if (element.closest('.leaflet-container, .sr-only, [data-listed]')) continue;
      const held = element.matches('[type=checkbox], [type=radio], [type=file]')
        ? element.closest('label')
        : null;
      const box = (held ?? element).getBoundingClientRect();
      if (box.height < TARGET - 0.5)
        note('target', element, `${box.width.toFixed(0)}×${box.height.toFixed(0)}`);
    }
  }

  if (phone) {
    const wide = document.documentElement.scrollWidth;
    if (wide > innerWidth) {
      const held = (e: Element): boolean => {
        for (let up = e.parentElement; up; up = up.parentElement)
          if (getComputedStyle(up).overflowX !== 'visible') return true;
        return false;
      };
      const widest = [...document.querySelectorAll('body *')].find(
        (e) => e.getBoundingClientRect().right > innerWidth + 1 && seen(e) && !held(e),
      );
      note('sideways scrolling', widest ?? document.body, `${wide}`);
    }
    // A table that is wider than its box hides its last columns, and nobody looks for them.
    for (const table of document.querySelectorAll('table')) {
      const box = table.parentElement as Element;
      if (seen(table) && box.scrollWidth > box.clientWidth + 1)
        note('columns hidden to the right', table, `${box.scrollWidth} in ${box.clientWidth}`);
    }
  } else {
    // The page in squares of 40: one lives when something to read, touch or look at stands in it.
    const SQUARE = 40;
    const top = document.querySelector('header')?.getBoundingClientRect().bottom ?? 0;
    const main = document.querySelector('main') ?? document.body;
    const alive = new Set<string>();
    const pictures = 'img, svg, canvas, input, select, textarea, button, .leaflet-container, hr';
    const mark = (box: DOMRect) => {
      for (let x = Math.floor(box.left / SQUARE); x * SQUARE < Math.min(innerWidth, box.right); x++)
        for (let y = Math.floor(box.top / SQUARE); y * SQUARE < Math.min(innerHeight, box.bottom); y++)
          if (y * SQUARE >= top) alive.add(`${x},${y}`);
    };
    for (const element of main.querySelectorAll(pictures))
      if (seen(element)) mark(element.getBoundingClientRect());
    const texts = document.createTreeWalker(main, NodeFilter.SHOW_TEXT);
    for (let text = texts.nextNode(); text; text = texts.nextNode()) {
      if (!text.textContent?.trim() || !text.parentElement || !seen(text.parentElement)) continue;
      const range = document.createRange();
      range.selectNodeContents(text);
      for (const box of range.getClientRects()) mark(box);
    }
    const cells = [...alive].map((key) => key.split(',').map(Number) as [number, number]);
    const columns = innerWidth / SQUARE;
    const rows = (innerHeight - top) / SQUARE;
    const share = (inside: (x: number, y: number) => boolean) =>
      cells.filter(([x, y]) => inside(x, y)).length / ((columns * rows) / 2);
    const half = { left: share((x) => x < columns / 2), right: share((x) => x >= columns / 2) };
    for (const [side, value] of Object.entries(half))
      if (value < 0.12) note('dead half', main, `${side} ${(value * 100).toFixed(0)} %`);
    const reach = Math.max(...cells.map(([x]) => (x + 1) * SQUARE));
    if (reach < Math.min(innerWidth, 1800) * 0.85) note('not fluid', main, `${reach} of ${innerWidth}`);
  }
  return [...found.values()].sort();
}
