import { type BoardPapersResponse, PapersSendingRequest } from '@just-ledger/contract';
import {
  type CivilDate,
  issueDaysInWords,
  nextIssue,
  PAPERS_UNITS,
  type PapersUnit,
  parseCivilDate,
  dayBefore,
  shortDate,
  isKeyOf,
} from '@just-ledger/core';
import { useWatch } from 'react-hook-form';
import { useSetPapersSending } from '../../api/board-papers-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { ChoiceInput, DateInput } from '../../ui/form-fields.js';
import { FormFoot } from '../../ui/form-foot.js';
import formStyles from '../../ui/form.module.css';
import { typedDay } from '../../ui/own-ways.js';
import { RequestForm } from '../../ui/request-form.js';
import { Sheet } from '../../ui/sheet.js';
import { useLookedAt } from '../../ui/use-looked-at.js';
import { addressesIn } from './addresses.js';
import { MessageInputs } from './message-inputs.js';

const OFTEN: Readonly<Record<PapersUnit, string>> = {
  month: 'every month',
  quarter: 'every quarter',
  year: 'every year',
};

interface Typed {
  readonly recipients: string;
  readonly words: string;
  readonly every: string;
  readonly firstDay: string;
}

/** Where papers go when they are issued, and whether that happens by itself. */
export function PapersSendingForm({ papers, onLeave }: { papers: BoardPapersResponse; onLeave: () => void }) {
  const { organisation, today } = useBooks();
  const lookedAt = useLookedAt(papers.sending);
  const { item: sending } = lookedAt;
  const set = useSetPapersSending(organisation.id, papers.id);
  return (
    <Sheet title={papers.name} aside="where they go">
      <RequestForm
        of={PapersSendingRequest}
        label={`Where ${papers.name} go`}
        className={formStyles.particulars}
        values={{
          recipients: sending?.recipients.join('\n') ?? '',
          words: sending?.words ?? '',
          every: sending?.every ?? '',
          firstDay: sending?.firstDay ? shortDate(parseCivilDate(sending.firstDay)) : '',
        }}
        lookedAt={lookedAt}
        toRequest={({ recipients, words, every, firstDay }: Typed) =>
          Object.assign(new PapersSendingRequest(), {
            recipients: addressesIn(recipients),
            words,
            ...(every !== '' && { every, firstDay: typedDay(firstDay, today) ?? firstDay }),
            ...(sending && { version: sending.version }),
          })
        }
        send={async (request) => {
          await set.mutateAsync(request);
          onLeave();
        }}
        foot={({ isPending }) => (
          <div className={formStyles.wide}>
            <FormFoot isNew={false} isPending={isPending} onLeave={onLeave} />
          </div>
        )}
      >
        <MessageInputs hint="Each of them gets a message of their own, with the file." autoFocus />
        <IssueDaysInputs />
      </RequestForm>
    </Sheet>
  );
}

function IssueDaysInputs() {
  const { today } = useBooks();
  const every = useWatch<Typed, 'every'>({ name: 'every' });
  const firstDay = typedDay(useWatch<Typed, 'firstDay'>({ name: 'firstDay' }), today);
  return (
    <>
      <ChoiceInput
        name="every"
        label="Issued"
        hint={undefined}
        className={formStyles.wide}
        none="when somebody issues them"
        choices={PAPERS_UNITS}
        keyOf={(unit) => unit}
        labelOf={(unit) => `by themselves, ${OFTEN[unit]}`}
      />
      {every !== '' && <DateInput name="firstDay" label="First on" hint={undefined} near={today} />}
      {isKeyOf(OFTEN, every) && firstDay && (
        <p className={formStyles.wide}>
          <DaysInWords every={every} firstDay={firstDay} today={today} />
        </p>
      )}
    </>
  );
}

/** What chosen days come to: how often, and when next. */
function DaysInWords({ today, ...days }: { every: PapersUnit; firstDay: CivilDate; today: CivilDate }) {
  return (
    <span className="soft small">
      {issueDaysInWords(days)}; next on {shortDate(nextIssue(days, dayBefore(today)))}, with the reports as they are
      then.
    </span>
  );
}
