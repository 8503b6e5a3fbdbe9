import { type CivilDate } from '@just-ledger/core';
import { FormControlLabel, MenuItem, Radio, RadioGroup, TextField } from '@mui/material';
import type { ProblemPlaces } from '../../api/problem-places.js';
import { MonthField } from '../../ui/choice-fields.js';
import formStyles from '../../ui/form.module.css';
import { type BeginAnswers } from './begin-answers.js';
import styles from './begin-questions.module.css';
import { Question } from './question.js';

/** Whether there are books to go on from, and where these begin. */
export function BooksBefore({
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
  const years = Array.from({ length: 8 }, (_, index) => thisYear + 1 - index);
  return (
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
  );
}
