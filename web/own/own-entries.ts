import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import type { OwnEntry, StoredEntry } from '../../model/own-entry.ts';
import { deleteEntry, keepEntry, ownEntries } from '../state/job-api.ts';

const KEY = ['own-entries'];

/** The own catalogue, kept by the server; empty while that does not answer. */
export function useOwnEntries(): StoredEntry[] {
  return useQuery({ queryKey: KEY, queryFn: ownEntries }).data ?? [];
}

/** Keeping and deleting of entries, with a word on what came of it. */
export function useOwnCatalogue(): { keep: (entry: OwnEntry) => void; remove: (entry: StoredEntry) => void } {
  const queries = useQueryClient();
  const { enqueueSnackbar } = useSnackbar();
  const refresh = () => queries.invalidateQueries({ queryKey: KEY });
  const complain = (error: Error) => enqueueSnackbar(error.message, { variant: 'error' });
  const keep = useMutation({
    mutationFn: keepEntry,
    onSuccess: ({ name }) => {
      void refresh();
      enqueueSnackbar(`${name} is in your catalogue.`);
    },
    onError: complain,
  });
  const remove = useMutation({
    mutationFn: (entry: StoredEntry) => deleteEntry(entry.id),
    onSuccess: (_, { name }) => {
      void refresh();
      enqueueSnackbar(`${name} is out of your catalogue. Jobs that use it keep their copy.`);
    },
    onError: complain,
  });
  return { keep: keep.mutate, remove: remove.mutate };
}
