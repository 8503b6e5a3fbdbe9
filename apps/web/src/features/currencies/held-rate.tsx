import { type ExchangeRateResponse } from '@just-ledger/contract';
import { type CivilDate, daysBetween, parseCivilDate, shortDate } from '@just-ledger/core';

/** A rate that holds on a day, and the day it is from where that is long ago. */
export function HeldRate({ rate, on, what }: { rate: ExchangeRateResponse | null; on: CivilDate; what: string }) {
  if (!rate) return <span className="num soft small">no {what} rate</span>;
  const isOld = daysBetween(parseCivilDate(rate.date), on) > 7;
  return (
    <span className="num">
      {rate.rate ?? rate.inverse}
      {isOld && <span className="brass small"> of {shortDate(parseCivilDate(rate.date))}</span>}
    </span>
  );
}
