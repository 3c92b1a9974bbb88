import Box from '@mui/material/Box';
import { useEffect, useRef, useState } from 'react';
import { useParams } from 'react-router';
import { MOST_PHOTOS_OF_ENTRY } from '../../model/book/entry.ts';
import { keptPhoto, type PhotoRow } from '../offline/book-database.ts';
import { NoPhoto, takePhoto } from '../offline/photo.ts';
import { BigButton } from './Big.tsx';

/** Draws a picture that is on this device: the page's policy takes pictures from its own address alone. */
function Drawn({ row, alt }: { row: PhotoRow; alt: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    let left = false;
    void createImageBitmap(new Blob([row.bytes], { type: row.type })).then((picture) => {
      const at = canvas.current;
      if (at && !left) {
        at.width = picture.width;
        at.height = picture.height;
        at.getContext('2d')?.drawImage(picture, 0, 0);
      }
      picture.close();
    });
    return () => {
      left = true;
    };
  }, [row]);
  return <canvas ref={canvas} role="img" aria-label={alt} style={{ width: '100%', height: '100%', objectFit: 'cover' }} />;
}

/** One photo of the book: from this device, else from the server. */
export function BookPhoto({ id, alt, size = 88 }: { id: string; alt: string; size?: number | string }) {
  const { id: job = '' } = useParams();
  const [row, setRow] = useState<PhotoRow | null | undefined>(undefined);
  const [missing, setMissing] = useState(false);
  useEffect(() => {
    keptPhoto(job, id).then(
      (found) => setRow(found ?? null),
      () => setRow(null),
    );
  }, [job, id]);
  return (
    <Box
      sx={{
        width: size,
        height: size,
        bgcolor: 'divider',
        borderRadius: 1,
        overflow: 'hidden',
        flexShrink: 0,
        position: 'relative',
      }}
    >
      {row && <Drawn row={row} alt={alt} />}
      {row === null && !missing && (
        <img
          src={`/api/jobs/${job}/photos/${id}`}
          alt={alt}
          loading="lazy"
          onError={() => setMissing(true)}
          style={{ width: '100%', height: '100%', objectFit: 'cover' }}
        />
      )}
      {missing && <Box sx={{ p: 0.8, fontSize: 'label' }}>On its way from the phone that took it</Box>}
      {row?.sending === 'refused' && (
        <Box
          role="alert"
          sx={{
            position: 'absolute',
            inset: 0,
            p: 0.6,
            bgcolor: '#f2c26a',
            color: '#2a211b',
            fontSize: 'unit',
            overflow: 'auto',
          }}
        >
          The server did not take it. {row.problem}
        </Box>
      )}
      {row?.sending === 'waiting' && (
        <Box
          sx={{
            position: 'absolute',
            left: 0,
            right: 0,
            bottom: 0,
            bgcolor: '#f2c26a',
            color: '#2a211b',
            fontSize: 'unit',
            px: 0.6,
          }}
        >
          still here
        </Box>
      )}
    </Box>
  );
}

/** Takes photos with the camera, made small and free of where they were taken; shows those taken. */
export function TakePhotos({
  taken,
  onTaken,
  label = 'Photo',
}: {
  taken: readonly PhotoRow[];
  onTaken: (photos: PhotoRow[]) => void;
  label?: string;
}) {
  const { id: job = '' } = useParams();
  const input = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const take = async (files: FileList | null) => {
    setProblem(null);
    setBusy(true);
    const all = [...taken];
    for (const file of files ?? []) {
      if (all.length >= MOST_PHOTOS_OF_ENTRY) {
        setProblem(`One entry takes ${MOST_PHOTOS_OF_ENTRY} photos. Put the rest into another.`);
        break;
      }
      try {
        all.push(await takePhoto(job, file));
      } catch (error) {
        setProblem(error instanceof NoPhoto ? error.message : 'This photo could not be reduced here. Take it again.');
      }
    }
    onTaken(all);
    setBusy(false);
    if (input.current) input.current.value = '';
  };
  return (
    <Box sx={{ mb: 1.5 }}>
      <input
        ref={input}
        type="file"
        accept="image/*"
        capture="environment"
        multiple
        hidden
        data-testid="camera"
        onChange={(event) => void take(event.target.files)}
      />
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
        <BigButton variant="outlined" disabled={busy} onClick={() => input.current?.click()}>
          {busy ? 'One moment …' : label}
        </BigButton>
        {taken.map((photo, i) => (
          <Box key={photo.id} sx={{ width: 56, height: 56, borderRadius: 1, overflow: 'hidden' }}>
            <Drawn row={photo} alt={`Photo ${i + 1}, taken just now`} />
          </Box>
        ))}
      </Box>
      {problem && (
        <Box role="alert" sx={{ color: 'error.main', fontSize: 'body', mt: 0.5 }}>
          {problem}
        </Box>
      )}
    </Box>
  );
}
