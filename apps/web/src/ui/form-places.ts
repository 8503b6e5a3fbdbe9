import { createContext, useContext, useEffect } from 'react';

const Places = createContext<Map<string, string>>(new Map());

/** Gives a form's fields the map in which they say that they are there, and what they are called. */
export const FormPlaces = Places.Provider;

/** Says that a form has a field for a path, under which label, for as long as it is shown. */
export function useFormPlace(path: string, label: string): void {
  const places = useContext(Places);
  useEffect(() => {
    places.set(path, label);
    return () => void places.delete(path);
  }, [places, path, label]);
}
