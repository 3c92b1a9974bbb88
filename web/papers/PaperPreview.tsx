import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { PaperFile } from '../../exchange/pdf/make-papers.ts';
import PdfPages from './PdfPages.tsx';

/** A paper on the screen, page below page, before it is saved. */
export default function PaperPreview({
  file,
  title,
  onSave,
  onClose,
}: {
  file: PaperFile;
  title: string;
  onSave: () => void;
  onClose: () => void;
}) {
  const [count, setCount] = useState<number | null>(null);
  return (
    <Dialog open onClose={onClose} maxWidth="lg" fullWidth>
      <DialogTitle>{title}</DialogTitle>
      <DialogContent
        tabIndex={0}
        role="region"
        aria-label={`Pages: ${title}`}
        sx={{ bgcolor: 'wall.board', p: 2, minHeight: 300 }}
      >
        <PdfPages bytes={file.bytes} onOpened={setCount} />
      </DialogContent>
      <DialogActions>
        <Typography variant="body2" sx={{ flex: 1, pl: 2 }}>
          {count ? `${count} ${count === 1 ? 'page' : 'pages'}, ${Math.ceil(file.bytes.length / 1000)} kB` : ''}
        </Typography>
        <Button onClick={onClose}>Close</Button>
        <Button variant="contained" onClick={onSave}>
          Save as PDF
        </Button>
      </DialogActions>
    </Dialog>
  );
}
