import { useEffect, useState } from 'react';

/** So long nothing has to be typed, in milliseconds. */
const QUIET = 300;

/** What is typed, once nothing has been typed for a moment. */
export function useSettled(typed: string): string {
  const [settled, setSettled] = useState(typed);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(typed), QUIET);
    return () => clearTimeout(timer);
  }, [typed]);
  return settled;
}
