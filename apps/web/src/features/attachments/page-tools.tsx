import { clsx } from 'clsx';
import layout from '../../ui/layout.module.css';
import { Choices } from '../../ui/choices.js';
import { type PageLook, turned, zoomed } from './page-look.js';
import styles from './paper-view.module.css';

/** Which page is looked at, and how. */
export function PageTools({
  look,
  page,
  pages,
  hasPages,
  onLook,
  onPage,
}: {
  look: PageLook;
  page: number;
  pages: number;
  hasPages: boolean;
  onLook: (look: PageLook) => void;
  onPage: (page: number) => void;
}) {
  const step = (label: string, sign: string, isOff: boolean, act: () => void) => (
    <button type="button" className={styles.step} aria-label={label} disabled={isOff} onClick={act}>
      {sign}
    </button>
  );
  return (
    <div className={clsx(layout.row, styles.tools, 'small')}>
      {hasPages && (
        <span className={styles.group}>
          {step('Page before', '‹', page <= 1, () => onPage(page - 1))}
          <span aria-live="polite">
            {page} of {pages}
          </span>
          {step('Page after', '›', page >= pages, () => onPage(page + 1))}
        </span>
      )}
      <Choices
        label="How it fits"
        value={look.fit}
        choices={[
          ['width', 'Width'],
          ['whole', 'Whole page'],
        ]}
        onChoose={(fit) => onLook({ ...look, fit, zoom: 1 })}
      />
      <span className={styles.group}>
        {step('Smaller', '−', false, () => onLook(zoomed(look, -1)))}
        <span>{Math.round(look.zoom * 100)} %</span>
        {step('Larger', '+', false, () => onLook(zoomed(look, 1)))}
        {step('Turn it', '↻', false, () => onLook(turned(look)))}
      </span>
    </div>
  );
}
