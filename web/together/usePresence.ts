import { useEffect, useState } from 'react';
import { useLocation } from 'react-router';
import { GONE_AFTER, HERE_EVERY } from '../../model/news.ts';
import { thisTab } from '../state/drafts.ts';
import { asJson, call } from '../state/http.ts';
import { listenToNews } from '../state/news.ts';
import { useWho } from '../state/who.ts';

/** Somebody else who has the job open, and the page they are on. */
export interface Present {
  person: string;
  name: string;
  page: string;
}

interface Window extends Present {
  /** When it was heard of last, ms. */
  at: number;
}

/** Time within which a newcomer is answered, so that not everybody does at once, ms. */
const ANSWER_WITHIN = 600;

/** Who else is in a job. Nobody is asked for it: each window says that it is there. */
export function usePresence(job: string): Present[] {
  const who = useWho();
  const me = who.state === 'in' ? who.member.person : null;
  const { pathname } = useLocation();
  const page = pathname.split('/')[3] ?? 'plant';
  const [windows, setWindows] = useState<ReadonlyMap<string, Window>>(new Map());

  useEffect(() => {
    if (me === null) return;
    let left = false;
    let answering: ReturnType<typeof setTimeout> | null = null;
    const known = new Map<string, Window>();
    let own = '';
    const say = (gone = false) => {
      const [body, type] = asJson({ tab: own, page, ...(gone ? { gone } : {}) });
      // The last word goes out also while the window closes.
      if (gone) navigator.sendBeacon(`/api/jobs/${job}/here`, new Blob([body], { type }));
      else void call('POST', `/jobs/${job}/here`, body, type).catch(() => {});
    };
    const show = () => setWindows(new Map(known));
    const stopListening = listenToNews((news) => {
      if (news.of === 'again') {
        if (own) say();
      } else if (news.of === 'gone' && news.job === job) {
        if (known.delete(news.tab)) show();
      } else if (news.of === 'here' && news.job === job && news.tab !== own) {
        const isNew = !known.has(news.tab);
        known.set(news.tab, { person: news.person, name: news.name, page: news.page, at: Date.now() });
        show();
        if (isNew)
          answering ??= setTimeout(() => {
            answering = null;
            say();
          }, Math.random() * ANSWER_WITHIN);
      }
    });
    const saying = setInterval(() => say(), HERE_EVERY);
    const pruning = setInterval(() => {
      const before = known.size;
      for (const [tab, { at }] of known) if (Date.now() - at > GONE_AFTER) known.delete(tab);
      if (known.size < before) show();
    }, HERE_EVERY / 2);
    const leave = () => own && say(true);
    void thisTab().then((tab) => {
      if (left) return;
      own = tab;
      say();
    });
    window.addEventListener('pagehide', leave);
    return () => {
      left = true;
      window.removeEventListener('pagehide', leave);
      stopListening();
      clearInterval(saying);
      clearInterval(pruning);
      if (answering) clearTimeout(answering);
      leave();
      setWindows(new Map());
    };
  }, [job, me, page]);

  const others = new Map<string, Present>();
  for (const { person, name, page: there } of windows.values())
    if (person !== me) others.set(person, { person, name, page: there });
  return [...others.values()];
}
