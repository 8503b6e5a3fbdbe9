import styles from './chart.module.css';

/** What the columns of the chart hold. @param dates of its two balances; the earlier one empty if there is none */
export function ChartHead({ dates }: { dates: readonly [string, string] }) {
  return (
    <div className={styles.chartHead} aria-hidden="true">
      <span />
      <span>Number</span>
      <span>Account</span>
      <span />
      <span className="num">{dates[0]}</span>
      <span className="num">{dates[1]}</span>
    </div>
  );
}
