import type { Page } from '@playwright/test';

/** Pixels a wet thumb hits. */
const TOUCH = 44;

const CONTROLS =
  'button, a[href], input:not([type=hidden]), select, textarea, summary, [role=tab], [role=radio], [role=switch]';

/**
 * What of a page cannot be read, hit or reached as it is shown: words broken in two, things that scroll sideways,
 * controls that are too small, lie under something else, or where no wheel or swipe comes to, and names that are
 * missing. Each in words, with where it is.
 */
export async function layoutFaults(page: Page): Promise<readonly string[]> {
  return page.evaluate(
    ({ touch, controls }) => {
      const faults: string[] = [];
      const named = (element: Element): string => {
        const words = (element.getAttribute('aria-label') ?? element.textContent ?? '').trim().replace(/\s+/g, ' ');
        return `${element.tagName.toLowerCase()}${element.className && typeof element.className === 'string' ? `.${element.className.split(' ')[0] ?? ''}` : ''} "${words.slice(0, 40)}"`;
      };
      const isShown = (element: Element): boolean => {
        const { width, height } = element.getBoundingClientRect();
        return width > 2 && height > 2 && element.checkVisibility({ visibilityProperty: true, opacityProperty: true });
      };
      const labelOf = (control: Element): string =>
        control instanceof HTMLInputElement ||
        control instanceof HTMLSelectElement ||
        control instanceof HTMLTextAreaElement
          ? Array.from(control.labels ?? [], (label) => label.textContent ?? '').join(' ')
          : (control.textContent ?? '');
      const nameOf = (control: Element): string =>
        [
          control.getAttribute('aria-label') ?? '',
          ...(control.getAttribute('aria-labelledby') ?? '')
            .split(' ')
            .map((id) => document.getElementById(id)?.textContent ?? ''),
          labelOf(control),
          control.getAttribute('title') ?? '',
        ]
          .join(' ')
          .trim();
      /** A link within a sentence is as high as its line; one that stands alone is a control. */
      const isInSentence = (control: Element): boolean =>
        control.tagName === 'A' &&
        getComputedStyle(control).display === 'inline' &&
        Array.from(control.parentElement?.childNodes ?? []).some(
          (each) => each.nodeType === Node.TEXT_NODE && (each.textContent ?? '').trim().length > 1,
        );

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

      for (const element of Array.from(document.querySelectorAll<HTMLElement>('body *'))) {
        if (!isShown(element) || element.closest('svg, .visually-hidden, input, select, textarea')) continue;
        const { overflowX, overflowY, textOverflow } = getComputedStyle(element);
        const isCut =
          (overflowX !== 'visible' && textOverflow === 'ellipsis' && element.scrollWidth > element.clientWidth + 1) ||
          (overflowY === 'hidden' && element.scrollHeight > element.clientHeight + 3 && element.clientHeight > 2);
        if (isCut) faults.push(`cut: ${named(element)}`);
      }

      const headings = Array.from(document.querySelectorAll('h1')).filter((each) => each.checkVisibility());
      if (headings.length !== 1) faults.push(`${headings.length} main headings`);

      // Under a sheet that has the page to itself nothing else is pressed.
      const sheet = Array.from(document.querySelectorAll('[role=dialog]')).filter(isShown).at(-1);
      for (const control of Array.from((sheet ?? document).querySelectorAll(controls))) {
        if (!isShown(control) || control.closest('svg, [inert]')) continue;
        if (nameOf(control) === '') faults.push(`no name: ${named(control)}`);
        // A tick is hit by its line as well.
        const target = control.closest('label') ?? control;
        const { width, height } = target.getBoundingClientRect();
        if (!isInSentence(control) && (height < touch - 0.5 || width < touch - 0.5))
          faults.push(`${Math.round(width)} x ${Math.round(height)}: ${named(control)}`);
        target.scrollIntoView({ block: 'center', inline: 'nearest' });
        for (let above = target.parentElement; above; above = above.parentElement) {
          const isClipped =
            getComputedStyle(above).overflowY === 'hidden' || getComputedStyle(above).overflowY === 'clip';
          if (!isClipped || above === root || above.scrollTop === 0) continue;
          // Only a script scrolls what is clipped.
          above.scrollTop = 0;
          faults.push(`out of reach in ${named(above)}: ${named(control)}`);
        }
        const rect = target.getBoundingClientRect();
        const [x, y] = [rect.left + rect.width / 2, rect.top + rect.height / 2];
        const over = document.elementFromPoint(x, y);
        if (!over) faults.push(`off the screen: ${named(control)}`);
        else if (!target.contains(over) && !over.contains(target))
          faults.push(`covered by ${named(over)}: ${named(control)}`);
      }
      return [...new Set(faults)];
    },
    { touch: TOUCH, controls: CONTROLS },
  );
}

/**
 * Controls whose focus cannot be seen: nothing of them, their frame or their label looks otherwise when the keyboard
 * comes to them.
 */
export async function unseenFocus(page: Page): Promise<readonly string[]> {
  // The keyboard was used last, so that the browser shows focus that a script sets.
  await page.keyboard.press('Tab');
  return page.evaluate((controls) => {
    const look = (element: Element): string => {
      const { outlineStyle, outlineWidth, outlineColor, boxShadow, borderColor, backgroundColor, textDecorationLine } =
        getComputedStyle(element);
      const outline = outlineStyle === 'none' ? '' : `${outlineStyle} ${outlineWidth} ${outlineColor}`;
      return [outline, boxShadow, borderColor, backgroundColor, textDecorationLine].join('|');
    };
    const looks = (element: Element): string =>
      [element, element.parentElement, element.closest('label')]
        .filter((each) => each !== null)
        .map(look)
        .join('\n');
    const finished = (): void => {
      for (const animation of document.getAnimations()) if (animation instanceof CSSTransition) animation.finish();
    };
    const faults: string[] = [];
    for (const control of Array.from(document.querySelectorAll<HTMLElement>(controls))) {
      if (control.closest('svg, [inert]') || control.matches(':disabled, [tabindex="-1"]')) continue;
      if (!control.checkVisibility({ visibilityProperty: true, opacityProperty: true })) continue;
      (document.activeElement as HTMLElement | null)?.blur();
      finished();
      const before = looks(control);
      control.focus();
      finished();
      if (document.activeElement === control && looks(control) === before)
        faults.push(
          `focus unseen: ${control.tagName.toLowerCase()} "${(control.getAttribute('aria-label') || control.textContent || control.getAttribute('name') || '').trim().slice(0, 40)}"`,
        );
    }
    return [...new Set(faults)];
  }, CONTROLS);
}
