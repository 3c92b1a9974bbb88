import { useSnackbar } from 'notistack';
import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { manualOfField } from '../manual/links.ts';
import { useSession } from '../state/job-context.tsx';

/** Undo, redo, the command palette, and the manual at the field that is typed in, from the keyboard. */
export function useJobKeys(openPalette: () => void): void {
  const session = useSession();
  const { enqueueSnackbar } = useSnackbar();
  const navigate = useNavigate();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
      const key = event.key.toLowerCase();
      if (key === 'k') {
        event.preventDefault();
        openPalette();
        return;
      }
      if (key === '/') {
        event.preventDefault();
        const place = document.activeElement?.getAttribute('data-place');
        navigate(place ? manualOfField(place) : '/manual');
        return;
      }
      // Inside a field the browser's own undo works on the text.
      const target = event.target as HTMLElement;
      if (target.closest('input, textarea, [contenteditable="true"]')) return;
      const undo = key === 'z' && !event.shiftKey;
      const redo = key === 'y' || (key === 'z' && event.shiftKey);
      if (!undo && !redo) return;
      event.preventDefault();
      const label = undo ? session.undo() : session.redo();
      enqueueSnackbar(label === null ? `Nothing to ${undo ? 'undo' : 'redo'}.` : `${undo ? 'Undone' : 'Redone'}: ${label}`, {
        autoHideDuration: 2500,
      });
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [session, openPalette, enqueueSnackbar, navigate]);
}
