import type { Page } from '@playwright/test';

/** Pixels a wet thumb hits. */
const TOUCH = 44;

/**
 * What of a page cannot be read or hit as it is shown: words broken in two, things that scroll sideways, controls that
 * are too small or lie under something else. Each in words, with where it is.
 */
export async function layoutFaults(page: Page): Promise<readonly string[]> {
  return page.evaluate((touch) => {
    const faults: string[] = [];
    const named = (element: Element): string => {
      const words = (element.getAttribute('aria-label') ?? element.textContent ?? '').trim().replace(/\s+/g, ' ');
      return `${element.tagName.toLowerCase()}${element.className && typeof element.className === 'string' ? `.${element.className.split(' ')[0] ?? ''}` : ''} "${words.slice(0, 40)}"`;
    };
    const isShown = (element: Element): boolean => {
      const { width, height } = element.getBoundingClientRect();
      return width > 2 && height > 2 && element.checkVisibility({ visibilityProperty: true, opacityProperty: true });
    };

    const root = document.documentElement;
    if (root.scrollWidth > innerWidth + 1) faults.push(`the page is ${root.scrollWidth} wide of ${innerWidth}`);
    for (const element of Array.from(document.querySelectorAll('body *'))) {
      if (element instanceof SVGElement || element.scrollWidth <= element.clientWidth + 1) continue;
      const overflow = getComputedStyle(element).overflowX;
      if ((overflow === 'auto' || overflow === 'scroll') && isShown(element) && !element.matches('input, textarea'))
        faults.push(`scrolls sideways: ${named(element)}`);
    }

    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const parent = node.parentElement;
      if (!parent || parent.closest('svg, script, style, textarea, option') || !isShown(parent)) continue;
      const range = document.createRange();
      range.selectNodeContents(node);
      if (new Set(Array.from(range.getClientRects(), ({ top }) => Math.round(top))).size < 2) continue;
      for (const found of (node.textContent ?? '').matchAll(/[\p{L}\p{N}]{3,}/gu)) {
        range.setStart(node, found.index);
        range.setEnd(node, found.index + found[0].length);
        const lines = new Set(Array.from(range.getClientRects(), ({ top }) => Math.round(top)));
        if (lines.size > 1) faults.push(`broken in two: "${found[0]}" in ${named(parent)}`);
      }
    }

    const controls = 'button, a[href], input:not([type=hidden]), select, textarea, summary, [role=tab], [role=radio]';
    for (const control of Array.from(document.querySelectorAll(controls))) {
      if (!isShown(control) || control.closest('svg')) continue;
      // A tick is hit by its line as well.
      const target = control.closest('label') ?? control;
      const { width, height } = target.getBoundingClientRect();
      const isInText = getComputedStyle(control).display === 'inline' && control.tagName === 'A';
      if (!isInText && (height < touch - 0.5 || width < touch - 0.5))
        faults.push(`${Math.round(width)} x ${Math.round(height)}: ${named(control)}`);
      target.scrollIntoView({ block: 'center', inline: 'nearest' });
      const rect = target.getBoundingClientRect();
      const over = document.elementFromPoint(rect.left + rect.width / 2, rect.top + rect.height / 2);
      if (over && !target.contains(over) && !over.contains(target))
        faults.push(`covered by ${named(over)}: ${named(control)}`);
    }
    return [...new Set(faults)];
  }, TOUCH);
}
