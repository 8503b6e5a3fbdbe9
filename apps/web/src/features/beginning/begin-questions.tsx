import {
  type CivilDate,
  KIND_LABELS,
  MONTH_NAMES,
  ORGANISATION_KINDS,
  type OrganisationKind,
} from '@just-ledger/core';
import { Checkbox, FormControlLabel, MenuItem, Radio, RadioGroup, TextField } from '@mui/material';
import type { ProblemPlaces } from '../../api/problem-places.js';
import { CurrencyField, MonthField } from '../../ui/choice-fields.js';
import formStyles from '../../ui/form.module.css';
import { asksWhetherToGoBack, type BeginAnswers } from './begin-answers.js';
import styles from './begin-questions.module.css';
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
  const thisYear = Number(today.slice(0, 4));
  const years = Array.from({ length: 8 }, (_, place) => thisYear + 1 - place);
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
          onChange={(event) => onChange({ kind: event.target.value as OrganisationKind })}
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
      <Question title="In which currency, and when does its year begin?">
        <div className={formStyles.particulars}>
          <CurrencyField
            label="Base currency"
            value={answers.baseCurrency}
            onChange={(baseCurrency) => onChange({ baseCurrency })}
            {...at('baseCurrency')}
          />
          <MonthField
            label="The fiscal year begins in"
            value={answers.fiscalYearStartMonth}
            onChange={(fiscalYearStartMonth) => onChange({ fiscalYearStartMonth })}
            {...at('fiscalYearStartMonth')}
          />
        </div>
      </Question>
      <Question title="Has it kept books before?">
        <RadioGroup
          row
          aria-label="Books before"
          value={answers.hadBooks ? 'yes' : 'no'}
          onChange={(event) => onChange({ hadBooks: event.target.value === 'yes' })}
        >
          <FormControlLabel value="yes" control={<Radio size="small" />} label="Yes, elsewhere or on paper" />
          <FormControlLabel value="no" control={<Radio size="small" />} label="No, it is new" />
        </RadioGroup>
        {answers.hadBooks ? (
          <div className={formStyles.particulars}>
            <MonthField
              label="First month to be written here"
              value={answers.firstMonth}
              onChange={(firstMonth) => onChange({ firstMonth })}
            />
            <TextField
              select
              label="of the year"
              value={answers.firstYear}
              onChange={(event) => onChange({ firstYear: Number(event.target.value) })}
              {...at('firstDay')}
            >
              {[...new Set([...years, answers.firstYear])].map((year) => (
                <MenuItem key={year} value={year}>
                  {year}
                </MenuItem>
              ))}
            </TextField>
          </div>
        ) : (
          <TextField
            label="It begins on"
            required
            placeholder="10 June 2026"
            value={answers.foundedOn}
            onChange={(event) => onChange({ foundedOn: event.target.value })}
            className={styles.answer}
            {...at('firstDay', 'the first year may be short')}
          />
        )}
      </Question>
      {asksWhetherToGoBack(answers) && (
        <Question
          title="That lies within a fiscal year. What about the months before?"
          hint="Either way the year’s statements are whole."
        >
          <RadioGroup
            aria-label="Months before"
            value={answers.goesBack ? 'back' : 'changeover'}
            onChange={(event) => onChange({ goesBack: event.target.value === 'back' })}
          >
            <FormControlLabel
              value="back"
              control={<Radio size="small" className={styles.radio} />}
              label={
                <>
                  Go back to the year’s first month <span className="soft small">and write its entries here too</span>
                </>
              }
            />
            <FormControlLabel
              value="changeover"
              control={<Radio size="small" className={styles.radio} />}
              label={
                <>
                  Start at {MONTH_NAMES[answers.firstMonth - 1]}{' '}
                  <span className="soft small">and take on what the year brought until then as balances</span>
                </>
              }
            />
          </RadioGroup>
        </Question>
      )}
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
