import { useCallback, useEffect, useState } from 'react';
import { useParams } from 'react-router';
import { bookDatabase, type PhotoRow } from '../offline/book-database.ts';

/**
 * Photos of a form that is not in the book yet: they stay on this device as what is typed does, also when the page is closed.
 * @param form names the form on this device
 */
export function useHeldPhotos(form: string): [photos: readonly PhotoRow[], hold: (photos: readonly PhotoRow[]) => void] {
  const { id: job = '' } = useParams();
  const [photos, setPhotos] = useState<readonly PhotoRow[]>([]);
  useEffect(() => {
    let left = false;
    void heldOf(job, form).then((held) => !left && setPhotos(held));
    return () => {
      left = true;
    };
  }, [job, form]);
  const hold = useCallback(
    (next: readonly PhotoRow[]) => {
      setPhotos(next);
      // Where there is no room for them they last as long as the page.
      void keepHeld(next.map((photo) => ({ ...photo, sending: 'held', form }))).catch(() => {});
    },
    [form],
  );
  return [photos, hold];
}

async function heldOf(job: string, form: string): Promise<PhotoRow[]> {
  try {
    const held = await (await bookDatabase()).getAllFromIndex('photos', 'bySending', ['held', job]);
    return held.filter((photo) => photo.form === form).sort((a, b) => a.addedAt - b.addedAt);
  } catch {
    return [];
  }
}

async function keepHeld(photos: readonly PhotoRow[]): Promise<void> {
  const database = await bookDatabase();
  for (const photo of photos) await database.put('photos', photo);
}
