import { BoardPapersRequest, type BoardPapersResponse, type KeptReportResponse } from '@just-ledger/contract';
import { useBooks } from '../../api/books-queries.js';
import { useComposePapers, useDropPapers } from '../../api/board-papers-queries.js';
import { CheckInput } from '../../ui/check-inputs.js';
import { TextInput } from '../../ui/form-fields.js';
import { useField } from '../../ui/form-field.js';
import { FormFoot } from '../../ui/form-foot.js';
import formStyles from '../../ui/form.module.css';
import { RequestForm } from '../../ui/request-form.js';
import { ErrorMessage, Sheet } from '../../ui/sheet.js';
import { useLookedAt } from '../../ui/use-looked-at.js';
import { ReportsInOrder } from './reports-in-order.js';

/** Which reports papers print, in which order, and what stands on their cover. */
export function BoardPapersForm({
  papers: opened,
  kept,
  onLeave,
}: {
  papers: BoardPapersResponse | undefined;
  /** The reports that everybody has. */
  kept: readonly KeptReportResponse[];
  onLeave: () => void;
}) {
  const { organisation } = useBooks();
  const lookedAt = useLookedAt(opened);
  const { item: papers } = lookedAt;
  const compose = useComposePapers(organisation.id, papers);
  const drop = useDropPapers(organisation.id);
  return (
    <Sheet title={papers?.name ?? 'New papers'}>
      <RequestForm
        of={BoardPapersRequest}
        label={papers ? `Change ${papers.name}` : 'New papers'}
        className={formStyles.particulars}
        values={{
          name: papers?.name ?? '',
          subtitle: papers?.subtitle ?? '',
          signed: papers?.signed ?? true,
          reports: papers?.reports ?? [],
        }}
        lookedAt={lookedAt}
        toRequest={(typed): BoardPapersRequest =>
          Object.assign(new BoardPapersRequest(), {
            ...typed,
            ...(papers && { version: papers.version }),
          })
        }
        send={async (request) => {
          await compose.mutateAsync(request);
          onLeave();
        }}
        foot={({ isPending }) => (
          <div className={formStyles.wide}>
            <ErrorMessage error={drop.error} />
            <FormFoot
              act="composePapers"
              isNew={!papers}
              isPending={isPending}
              onLeave={onLeave}
              {...(papers && { onRemove: () => drop.mutate(papers, { onSuccess: onLeave }) })}
            />
          </div>
        )}
      >
        <TextInput name="name" label="Name" className={formStyles.wide} required autoFocus />
        <TextInput
          name="subtitle"
          label="Under it, on the cover"
          className={formStyles.wide}
          multiline
          minRows={2}
          maxRows={4}
        />
        <ReportsInput kept={kept} />
        <CheckInput name="signed" label="Room to sign under the statements" className={formStyles.wide} />
      </RequestForm>
    </Sheet>
  );
}

function ReportsInput({ kept }: { kept: readonly KeptReportResponse[] }) {
  const { field, error, helperText } = useField({ name: 'reports', label: 'Reports', hint: undefined });
  return (
    <>
      <ReportsInOrder kept={kept} reports={field.value} onChange={field.onChange} />
      {error && <p className="brick small">{helperText}</p>}
    </>
  );
}
