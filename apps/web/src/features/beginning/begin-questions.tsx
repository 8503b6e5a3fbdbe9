import { type CivilDate, KIND_LABELS, ORGANISATION_KINDS, type OrganisationKind } from '@just-ledger/core';
import { Checkbox, FormControlLabel, Radio, RadioGroup, TextField } from '@mui/material';
import type { ProblemPlaces } from '../../api/problem-places.js';
import { CurrencyField, DayField, MonthField } from '../../ui/choice-fields.js';
import formStyles from '../../ui/form.module.css';
import { asksWhetherToGoBack, type BeginAnswers } from './begin-answers.js';
import styles from './begin-questions.module.css';
import { BooksBefore } from './books-before.js';
import { MonthsBefore } from './months-before.js';
import { NamedEquity } from './named-equity.js';
import { Question } from './question.js';

const KIND_HINTS = {
  'sole-trader': 'one owner: capital, what is paid in and drawn',
  partnership: 'partners share the result; capital and drawings each',
  company: 'shares, retained earnings, dividends',
  'non-profit': 'club or charity: funds, with restriction and without',
  'co-operative': 'members’ shares and reserves',
} as const satisfies Record<OrganisationKind, string>;

/** The questions of a start, each with its reason where it needs one. */
export function BeginQuestions({
  answers,
  today,
  at,
  onChange,
}: {
  answers: BeginAnswers;
  today: CivilDate;
  at: ProblemPlaces['at'];
  onChange: (given: Partial<BeginAnswers>) => void;
}) {
  return (
    <>
      <Question title="What is it called?">
        <TextField
          label="Name"
          required
          autoFocus
          value={answers.name}
          onChange={(event) => onChange({ name: event.target.value })}
          {...at('name')}
        />
      </Question>
      <Question
        title="What kind is it?"
        hint="It decides the equity accounts, where the result goes, and the words of the statements."
      >
        <RadioGroup
          aria-label="Kind"
          value={answers.kind}
          onChange={(_, chosen) =>
            onChange({ kind: ORGANISATION_KINDS.find((kind) => kind === chosen) ?? answers.kind })
          }
        >
          {ORGANISATION_KINDS.map((kind) => (
            <FormControlLabel
              key={kind}
              value={kind}
              control={<Radio size="small" className={styles.radio} />}
              label={
                <>
                  {KIND_LABELS[kind]} <span className="soft small">{KIND_HINTS[kind]}</span>
                </>
              }
            />
          ))}
        </RadioGroup>
        {answers.starterChart && <NamedEquity answers={answers} at={at} onChange={onChange} />}
      </Question>
      <Question title="When does its year begin, and in which currency are its books?">
        <div className={formStyles.particulars}>
          <MonthField
            label="The fiscal year begins in"
            value={answers.fiscalYearStartMonth}
            onChange={(fiscalYearStartMonth) => onChange({ fiscalYearStartMonth })}
            {...at('fiscalYearStartMonth')}
          />
          <DayField
            label="on day"
            value={answers.fiscalYearStartDay}
            onChange={(fiscalYearStartDay) => onChange({ fiscalYearStartDay })}
            {...at('fiscalYearStartDay')}
          />
          <CurrencyField
            label="Base currency"
            value={answers.baseCurrency}
            onChange={(baseCurrency) => onChange({ baseCurrency })}
            {...at('baseCurrency')}
          />
        </div>
      </Question>
      <BooksBefore answers={answers} today={today} at={at} onChange={onChange} />
      {asksWhetherToGoBack(answers) && <MonthsBefore answers={answers} onChange={onChange} />}
      <FormControlLabel
        control={
          <Checkbox
            size="small"
            checked={answers.starterChart}
            onChange={(event) => onChange({ starterChart: event.target.checked })}
          />
        }
        label="Start with a chart of accounts for this kind"
      />
    </>
  );
}
