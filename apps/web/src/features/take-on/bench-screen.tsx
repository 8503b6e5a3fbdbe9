import { isTrayKey } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { takeOnQuery } from '../../api/take-on-queries.js';
import { Pane } from '../../ui/sheet.js';
import styles from './bench.module.css';
import { ClearingSheet } from './clearing-sheet.js';
import { TrayList } from './tray-list.js';
import { TraySheet } from './tray-sheet.js';

/** The bench: trays around the old trial balance, one of them open, and clearing going to zero. */
export default function BenchScreen() {
  const { organisation } = useBooks();
  const { data: takeOn } = useSuspenseQuery(takeOnQuery(organisation.id));
  const [given] = useSheetParam('tray');
  const tray = isTrayKey(given) && given !== 'asset-classes' ? given : 'trial-balance';
  return (
    <div className={styles.bench}>
      <Pane>
        <TrayList takeOn={takeOn} tray={tray} />
      </Pane>
      <Pane key={tray}>
        <TraySheet takeOn={takeOn} tray={tray} />
      </Pane>
      <Pane>
        <ClearingSheet takeOn={takeOn} tray={tray} />
      </Pane>
    </div>
  );
}
