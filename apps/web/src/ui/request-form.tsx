import { classValidatorResolver } from '@hookform/resolvers/class-validator';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { type FieldValues, FormProvider, type Path, type Resolver, useForm } from 'react-hook-form';
import { isChangedSince, RequestRefused } from '../api/request.js';
import { ChangedMeanwhile, labelsOf, type TakenOverLabels } from './changed-meanwhile.js';
import { FormPlaces } from './form-places.js';
import { ErrorMessage } from './sheet.js';
import { takenOver } from './taken-over.js';
import type { LookedAt } from './use-looked-at.js';

/** How a form stands: whether its request is on its way, whether anything was changed, and how to have it as it was. */
export interface FormState {
  readonly isPending: boolean;
  readonly isDirty: boolean;
  readonly reset: () => void;
}

/**
 * A form for a request of the contract. What is typed is held against the rules of the request's class before it is
 * sent; what the server refuses afterwards stands at its field, and over the foot of the form where it has none there.
 * Where somebody else has changed what it is for, that can be taken over field by field, and nothing that was typed is lost.
 */
export function RequestForm<Typed extends FieldValues, Request extends FieldValues>({
  of,
  values,
  lookedAt,
  toRequest,
  send,
  clears = false,
  onTyped,
  label,
  className,
  foot,
  children,
}: {
  /** The class of the request, with its rules. */
  of: new () => Request;
  /** What the fields hold at first, and when they are as they were again. */
  values: Typed;
  /** What is changed, of which the values are; left out for what is new. */
  lookedAt?: Pick<LookedAt<{ readonly version: number } | null | undefined>, 'item' | 'isOutdated' | 'takeOver'>;
  /** The request as it is sent. */
  toRequest: (typed: Typed) => Request;
  send: (request: Request) => Promise<unknown>;
  /** Whether its fields are as at first again once it is sent, for the next. */
  clears?: boolean;
  /** Told whenever something is typed, and whenever it stands as it was again. */
  onTyped?: (isTyped: boolean) => void;
  label?: string;
  className?: string;
  /** What stands under the fields. */
  foot: (state: FormState) => ReactNode;
  children: ReactNode;
}) {
  const [elsewhere, setElsewhere] = useState<Error | null>(null);
  const [places] = useState(() => new Map<string, string>());
  const isShown = (path: string): path is Path<Typed> => places.has(path);
  const resolver: Resolver<Typed, unknown, Request> = (typed, context, options) =>
    classValidatorResolver(of)(toRequest(typed), context, options as never) as never;
  const form = useForm<Typed, unknown, Request>({ defaultValues: values as never, resolver });
  const { isSubmitting: isPending, isDirty } = form.formState;
  const isOutdated = lookedAt?.isOutdated ?? false;
  useEffect(() => onTyped?.(isDirty), [isDirty, onTyped]);
  const version = lookedAt?.item?.version;
  const opened = useRef({ version, values });
  const [taken, setTaken] = useState<TakenOverLabels>();
  const [reason, setReason] = useState<'sent' | 'taken over'>();
  useEffect(() => {
    const before = opened.current;
    if (before.version === version) return;
    opened.current = { version, values };
    const merged = takenOver(before.values, values, form.getValues());
    form.reset(values);
    if (reason !== 'sent') form.reset(merged.fields, { keepDefaultValues: true });
    setTaken(reason === 'taken over' ? labelsOf(merged, (path) => places.get(path)) : undefined);
    setReason(undefined);
  }, [version, values, form, reason, places]);
  const submit = form.handleSubmit(
    async (request) => {
      setElsewhere(null);
      setReason('sent');
      try {
        await send(request);
        if (clears) form.reset();
      } catch (error) {
        setReason(undefined);
        const problems = error instanceof RequestRefused ? error.details.problems : [];
        const placed = problems.flatMap(({ path, message }) => (isShown(path) ? [{ path, message }] : []));
        placed.forEach(({ path, message }, index) =>
          form.setError(path, { type: 'server', message }, { shouldFocus: index === 0 }),
        );
        if (problems.length === 0 || placed.length < problems.length)
          setElsewhere(error instanceof Error ? error : new Error(String(error)));
      }
    },
    (broken) => {
      // a rule that is broken where no field is shown must not keep the form shut in silence
      const unplaced = messagesOf(broken).filter(([path]) => !places.has(path));
      setElsewhere(unplaced.length > 0 ? new Error(unplaced.map(([, message]) => message).join(' ')) : null);
    },
  );
  return (
    <FormProvider {...form}>
      <FormPlaces value={places}>
        <form aria-label={label} className={className} onSubmit={(event) => void submit(event)}>
          {children}
          <ErrorMessage error={isOutdated && isChangedSince(elsewhere) ? null : elsewhere} />
          <ChangedMeanwhile
            isOutdated={isOutdated}
            refusal={isChangedSince(elsewhere) ? elsewhere : null}
            taken={taken}
            onTakeOver={() => {
              setReason('taken over');
              if (isChangedSince(elsewhere)) setElsewhere(null);
              lookedAt?.takeOver();
            }}
          />
          {foot({ isPending, isDirty, reset: () => form.reset() })}
        </form>
      </FormPlaces>
    </FormProvider>
  );
}

/** What is said of broken rules, by path. */
function messagesOf(broken: object, within = ''): [path: string, message: string][] {
  return Object.entries(broken).flatMap(([key, value]: [string, unknown]): [string, string][] => {
    if (typeof value !== 'object' || value === null || key === 'ref') return [];
    const path = `${within}${key}`;
    if ('message' in value && typeof value.message === 'string') return [[path, value.message]];
    return messagesOf(value, `${path}.`);
  });
}
