import { Button, Popover } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { keptReportsQuery, requestOfKept, useKeepReport } from '../../api/kept-report-queries.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import { KeptReportForm } from './kept-report-form.js';
import styles from './kept-reports.module.css';
import { settingsIn } from './report-settings.js';

/** Keeps the report that is shown, as its address has it. */
export default function KeepReport({ screen }: { screen: string }) {
  const { organisation, currency, from, to, may } = useBooks();
  const [search] = useSearchParams();
  const [shownKept, setShownKept] = useSheetParam('kept');
  const { data: all } = useQuery(keptReportsQuery(organisation.id));
  const [isOpen, setOpen] = useState(false);
  const link = useRef<HTMLButtonElement>(null);
  const settings = settingsIn(search, to, currency);
  const kept = all?.find(({ id, screen: shownScreen }) => String(id) === shownKept && shownScreen === screen);
  const isOther = kept !== undefined && JSON.stringify(kept.settings) !== JSON.stringify(settings);
  const change = useKeepReport(organisation.id, kept);
  const close = (): void => {
    setOpen(false);
    link.current?.focus();
  };
  return (
    <>
      {kept && <span className={clsx('soft', layout.clip, styles.shown)}>{kept.name}</span>}
      <button ref={link} className="act" type="button" aria-haspopup="dialog" onClick={() => setOpen(true)}>
        Keep this report
      </button>
      <Popover
        open={isOpen}
        anchorEl={() => link.current}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
        transformOrigin={{ vertical: 'top', horizontal: 'right' }}
        onClose={close}
        slotProps={{ paper: { role: 'dialog', 'aria-label': 'Keep this report', className: styles.popover } }}
      >
        {kept && isOther && (kept.shared ? may('shareReports') : true) && (
          <div className={layout.below}>
            <Button
              variant="outlined"
              disabled={change.isPending}
              onClick={() =>
                change.mutate({ ...requestOfKept(kept), settings, version: kept.version }, { onSuccess: close })
              }
            >
              Put these settings into “{kept.name}”
            </Button>
            <ErrorMessage error={change.error} />
          </div>
        )}
        <KeptReportForm
          screen={screen}
          settings={settings}
          from={from}
          to={to}
          onKept={(id) => {
            setShownKept(String(id));
            close();
          }}
          foot={({ isPending }) => (
            <div className={clsx(formStyles.wide, layout.row)}>
              <Button type="submit" variant="contained" disabled={isPending}>
                Save
              </Button>
              <Button variant="outlined" onClick={close}>
                Cancel
              </Button>
            </div>
          )}
        />
      </Popover>
    </>
  );
}
