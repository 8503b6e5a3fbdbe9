import { useQuery } from '@tanstack/react-query';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './paper-view.module.css';

/** A paper that is only text, as it was written. */
export function TextPage({ url }: { url: string }) {
  const { data, error } = useQuery({
    queryKey: ['paper text', url],
    queryFn: async () => {
      const answer = await fetch(url);
      if (!answer.ok) throw new Error(`The paper cannot be read: the server answered ${answer.status}.`);
      return answer.text();
    },
    staleTime: Infinity,
  });
  return error ? <ErrorMessage error={error} /> : <pre className={styles.text}>{data}</pre>;
}
