import { yearStartName } from '@just-ledger/core';
import { FormControlLabel, Radio, RadioGroup } from '@mui/material';
import { type BeginAnswers } from './begin-answers.js';
import styles from './begin-questions.module.css';
import { Question } from './question.js';

/** What becomes of the months before the first one written here, where that lies within a fiscal year. */
export function MonthsBefore({
  answers,
  onChange,
}: {
  answers: BeginAnswers;
  onChange: (given: Partial<BeginAnswers>) => void;
}) {
  return (
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
              Start at {yearStartName({ ...answers, fiscalYearStartMonth: answers.firstMonth })}{' '}
              <span className="soft small">and take on what the year brought until then as balances</span>
            </>
          }
        />
      </RadioGroup>
    </Question>
  );
}
