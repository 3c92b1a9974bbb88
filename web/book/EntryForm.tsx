import Box from '@mui/material/Box';
import { type ReactNode, useState } from 'react';
import { useParams } from 'react-router';
import { NotKept } from '../offline/outbox.ts';
import { BigButton, BigField } from './Big.tsx';
import { useHeldPhotos } from './held-photos.ts';
import { TakePhotos } from './Photos.tsx';
import { useAddEntries, useWriter, type Written } from './use-book.ts';
import { useTyped } from './use-typed.ts';

/** Who writes, asked once on a device that nobody signs in on. */
export function WhoField() {
  const { name, setName, fixed } = useWriter();
  const [open] = useState(name.trim() === '');
  if (fixed || !open) return null;
  return <BigField id="who" label="Your name, for the book" words value={name} onChange={setName} />;
}

/**
 * A form that becomes an entry: its fields, photos and a note, and one button. What is typed stays in the browser until it is in the
 * book, and in the form where it could not be kept.
 */
export function EntryForm({
  form,
  first,
  fields,
  entries,
  done,
  button = 'Keep in the book',
  photos: wantsPhotos = true,
  note: wantsNote = true,
}: {
  /** Names the form on this device. */
  form: string;
  first?: Record<string, string>;
  fields: (typed: ReturnType<typeof useTyped>) => ReactNode;
  /** What it becomes; a sentence where it cannot be yet. */
  entries: (
    typed: ReturnType<typeof useTyped>,
    more: { note: string; photos: string[] },
  ) => Written[] | string | Promise<Written[] | string>;
  done: () => void;
  button?: string;
  photos?: boolean;
  note?: boolean;
}) {
  const { id = '' } = useParams();
  const typed = useTyped(`${id}:${form}`, first);
  const add = useAddEntries();
  const { name } = useWriter();
  const [photos, setPhotos] = useHeldPhotos(form);
  const [problem, setProblem] = useState<string | null>(null);
  const keep = async () => {
    if (name.trim() === '') {
      setProblem('Say who writes: your name, above.');
      return;
    }
    const made = await entries(typed, { note: typed.of('note').slice(0, 2000), photos: photos.map((photo) => photo.id) });
    if (typeof made === 'string') {
      setProblem(made);
      return;
    }
    try {
      await add(made, photos);
      typed.clearAll();
      done();
    } catch (error) {
      setProblem(error instanceof NotKept ? error.message : String(error));
    }
  };
  return (
    <Box
      component="form"
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault();
        void keep();
      }}
      noValidate
    >
      <WhoField />
      {fields(typed)}
      {wantsPhotos && <TakePhotos taken={photos} onTaken={setPhotos} />}
      {wantsNote && (
        <BigField
          id={`${form}-note`}
          label="Note"
          words
          lines={2}
          value={typed.of('note')}
          onChange={(text) => typed.set('note', text)}
        />
      )}
      {problem && (
        <Box role="alert" sx={{ color: 'error.main', fontSize: 'body', mb: 1 }}>
          {problem}
        </Box>
      )}
      <BigButton type="submit" fullWidth>
        {button}
      </BigButton>
    </Box>
  );
}
