import { createContext, useContext, useEffect } from 'react';

const Places = createContext<Set<string>>(new Set());

/** Gives a form's fields the set in which they say that they are there. */
export const FormPlaces = Places.Provider;

/** Says that a form has a field for a path, for as long as it is shown. */
export function useFormPlace(path: string): void {
  const places = useContext(Places);
  useEffect(() => {
    places.add(path);
    return () => void places.delete(path);
  }, [places, path]);
}
