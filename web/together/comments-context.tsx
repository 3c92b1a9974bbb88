import { useQuery, useQueryClient } from '@tanstack/react-query';
import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from 'react';
import type { Comment } from '../../model/comment.ts';
import { listenToNews } from '../state/news.ts';
import { useWho } from '../state/who.ts';
import { comments } from './comments-api.ts';

/** What a comment is about. */
export interface About {
  thing: string;
  label: string;
}

interface CommentsState {
  job: string;
  list: readonly Comment[];
  failed: string | null;
  /** Whether the panel is open, and what about when it was opened on a thing. */
  open: { about: About | null } | null;
  show: (about: About | null) => void;
  close: () => void;
}

const Comments = createContext<CommentsState | null>(null);
export const commentsKey = (job: string) => ['comments', job];

/** The comments of the open job, kept up to date; only where several people use the server. */
export function CommentsProvider({ job, children }: { job: string; children: ReactNode }) {
  const isFirm = useWho().state === 'in';
  const queries = useQueryClient();
  const [open, setOpen] = useState<CommentsState['open']>(null);
  const { data, error } = useQuery({ queryKey: commentsKey(job), queryFn: () => comments(job), enabled: isFirm });
  useEffect(
    () =>
      listenToNews((news) => {
        if (news.of === 'again' || (news.of === 'comment' && news.job === job))
          void queries.invalidateQueries({ queryKey: commentsKey(job) });
      }),
    [job, queries],
  );
  const value = useMemo(
    () =>
      isFirm
        ? {
            job,
            list: data ?? [],
            failed: error?.message ?? null,
            open,
            show: (about: About | null) => setOpen({ about }),
            close: () => setOpen(null),
          }
        : null,
    [isFirm, job, data, error, open],
  );
  return <Comments.Provider value={value}>{children}</Comments.Provider>;
}

/** The comments of the open job; null where one person runs the program alone. */
export const useComments = (): CommentsState | null => useContext(Comments);
