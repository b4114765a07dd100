import { useEffect, useState } from 'react';
import { ApiError } from './api.ts';

/** Everything that is fetched by an id, once, and anew where `stamp` changes; null: there is none. */
export function useFetched<T>(
  ids: readonly string[],
  fetchOne: (id: string) => Promise<T>,
  stamp = '',
): ReadonlyMap<string, T | null> {
  const [known, setKnown] = useState<ReadonlyMap<string, T | null>>(new Map());
  const wanted = ids.join();
  useEffect(() => {
    let current = true;
    for (const id of wanted.split(',').filter((i) => i !== '')) {
      const put = (value: T | null) => current && setKnown((before) => new Map(before).set(id, value));
      fetchOne(id).then(put, (error: unknown) => {
        if (!(error instanceof ApiError)) throw error;
        put(null);
      });
    }
    return () => {
      current = false;
    };
  }, [wanted, stamp]);
  return known;
}
