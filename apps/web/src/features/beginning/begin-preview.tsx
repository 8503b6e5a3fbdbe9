import {
  addDays,
  fiscalYearBegin,
  fiscalYearOf,
  longDate,
  papersToGather,
  starterChart,
  type StarterChart,
  type StartingDates,
  STATEMENT_WORDS,
  yearName,
} from '@just-ledger/core';
import { clsx } from 'clsx';
import layout from '../../ui/layout.module.css';
import sheetStyles from '../../ui/sheet.module.css';
import statement from '../../ui/statement.module.css';
import { type BeginAnswers, beginRequest } from './begin-answers.js';
import styles from './begin.module.css';

/** What the answers lead to: the first year, the opening balances, equity as its balance sheet will show it. */
export function BeginPreview({ answers, dates }: { answers: BeginAnswers; dates: StartingDates | undefined }) {
  const words = STATEMENT_WORDS[answers.kind];
  const chart = chartOf(answers, dates);
  const year = dates && fiscalYearOf({ ...answers, firstDay: dates.firstDay }, dates.firstDay);
  const isShort = year !== undefined && year.first !== fiscalYearBegin(answers, year.first);
  const changeover = dates?.changeoverDate;
  const papers = papersToGather(answers.kind, changeover !== undefined).length;
  return (
    <aside
      className={clsx(sheetStyles.sheet, statement.statement, styles.beginPreview)}
      aria-label="What this leads to"
    >
      <hgroup>
        <h2>{answers.name.trim() || 'Your organisation'}</h2>
        <p>What this leads to</p>
      </hgroup>
      <table>
        <tbody>
          <tr className={statement.heading}>
            <td colSpan={2}>Time</td>
          </tr>
          <Row label="First fiscal year">
            {year ? `${yearName(year)}${isShort ? ', short' : ''}` : 'as soon as the day is known'}
          </Row>
          {year && (
            <Row label="which runs">
              {longDate(year.first)} to {longDate(year.last)}
            </Row>
          )}
          <Row label="Balances taken on as at">{changeover ? longDate(changeover) : 'none'}</Row>
          {changeover && <Row label="First entry dated">{longDate(addDays(changeover, 1))} or later</Row>}
          <Row label="Papers to gather">{papers}</Row>
          {chart && (
            <>
              <tr className={statement.heading}>
                <td>{words.equity}</td>
                <td className="num small">chart</td>
              </tr>
              {chart.accounts
                .filter((proposed) => /^3/.test(proposed.number) && proposed.role !== 'income-summary')
                .map((proposed) => (
                  <tr key={proposed.number}>
                    <td className={statement.item}>{proposed.name}</td>
                    <td className="num soft">{proposed.number}</td>
                  </tr>
                ))}
              <Row label="and other accounts">
                {chart.accounts.filter((proposed) => !/^3/.test(proposed.number)).length}
              </Row>
            </>
          )}
          <tr className={statement.heading}>
            <td colSpan={2}>Words of the statements</td>
          </tr>
          <Row label="Result">
            {words.profit.toLowerCase()}, {words.loss.toLowerCase()}
          </Row>
          <Row label="Second statement">{words.equityStatement}</Row>
        </tbody>
      </table>
    </aside>
  );
}

function chartOf(answers: BeginAnswers, dates: StartingDates | undefined): StarterChart | undefined {
  if (!answers.starterChart) return undefined;
  const { partners, shareClasses, funds } = beginRequest(answers, dates);
  return starterChart(answers.kind, { partners, shareClasses, funds });
}

function Row({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <tr>
      <td className={statement.item}>{label}</td>
      <td className={clsx(layout.wraps, 'num')}>{children}</td>
    </tr>
  );
}
