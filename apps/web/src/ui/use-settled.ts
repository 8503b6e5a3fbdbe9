import { useEffect, useState } from 'react';

/** So long nothing has to be typed, in milliseconds. */
const QUIET = 300;

/** What is typed, once nothing has been typed for a moment. @param quiet how long, in milliseconds */
export function useSettled(typed: string, quiet = QUIET): string {
  const [settled, setSettled] = useState(typed);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(typed), quiet);
    return () => clearTimeout(timer);
  }, [typed, quiet]);
  return settled;
}
