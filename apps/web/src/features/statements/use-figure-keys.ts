import { type KeyboardEvent, useEffect } from 'react';
import { elementOf } from '../../ui/focused.js';

/**
 * Arrows go from figure to figure of a statement: up and down to the nearest in the next row, left and right along them.
 * The tab key stops at one figure of each statement, the last that was looked at.
 *
 * @param signature what the figures that are drawn depend on
 */
export function useFigureKeys(
  chain: React.RefObject<HTMLElement | null>,
  signature: string,
): (event: KeyboardEvent<HTMLElement>) => void {
  useEffect(() => {
    for (const sheet of chain.current?.querySelectorAll('[data-statement]') ?? []) {
      const figures = [...sheet.querySelectorAll<HTMLElement>('[data-figure]')];
      if (!figures.some(({ tabIndex }) => tabIndex === 0)) figures[0]?.setAttribute('tabindex', '0');
    }
  }, [chain, signature]);
  return (event) => {
    const from = elementOf(event)?.closest<HTMLElement>('[data-figure]');
    const sheet = from?.closest('[data-statement]');
    if (!from || !sheet || event.altKey || event.ctrlKey || event.metaKey) return;
    const figures = [...sheet.querySelectorAll<HTMLElement>('[data-figure]')].filter(
      (element) => element.offsetParent !== null,
    );
    const next = nextFigure(figures, from, event.key);
    if (!next) return;
    event.preventDefault();
    for (const figure of figures) figure.setAttribute('tabindex', figure === next ? '0' : '-1');
    next.focus();
  };
}

function nextFigure(figures: readonly HTMLElement[], from: HTMLElement, key: string): HTMLElement | undefined {
  const index = figures.indexOf(from);
  if (key === 'ArrowRight') return figures[index + 1];
  if (key === 'ArrowLeft') return figures[index - 1];
  if (key === 'Home') return figures[0];
  if (key === 'End') return figures.at(-1);
  if (key !== 'ArrowDown' && key !== 'ArrowUp') return undefined;
  const rowOf = (figure: HTMLElement | undefined): HTMLElement | null => figure?.closest('tr') ?? null;
  const others = key === 'ArrowDown' ? figures.slice(index + 1) : figures.slice(0, index).reverse();
  const row = rowOf(others.find((figure) => rowOf(figure) !== rowOf(from)));
  if (!row) return undefined;
  const right = from.getBoundingClientRect().right;
  const far = (figure: HTMLElement): number => Math.abs(figure.getBoundingClientRect().right - right);
  return others.filter((figure) => rowOf(figure) === row).sort((a, b) => far(a) - far(b))[0];
}
