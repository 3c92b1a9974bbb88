import { useEffect, useRef, useState } from 'react';
import { useLocation } from 'react-router';
import { HERE_EVERY } from '../../model/news.ts';
import { thisTab } from '../state/drafts.ts';
import { asJson, call } from '../state/http.ts';
import { listenToNews } from '../state/news.ts';
import { useWho } from '../state/who.ts';
import { afterWord, peopleIn, type Window, withoutLost } from './presence.ts';

/** Time within which a newcomer is answered, so that not everybody does at once, ms. */
const ANSWER_WITHIN = 600;

/** Who else is in a job, and on which page. Nobody is asked for it: each window says that it is there. */
export function usePresence(job: string): { person: string; name: string; page: string }[] {
  const who = useWho();
  const me = who.state === 'in' ? who.member.person : null;
  const { pathname } = useLocation();
  const page = pathname.split('/')[3] ?? 'plant';
  const [windows, setWindows] = useState<ReadonlyMap<string, Window>>(new Map());
  const shown = useRef(page);
  const say = useRef<(() => void) | null>(null);

  useEffect(() => {
    if (me === null) return;
    let left = false;
    let answering: ReturnType<typeof setTimeout> | null = null;
    let known: ReadonlyMap<string, Window> = new Map();
    let own = '';
    // The clock counts on where the page is loaded anew in the same tab.
    let turn = Date.now();
    const word = (gone: boolean) => {
      turn = Math.max(turn + 1, Date.now());
      return asJson({ tab: own, turn, page: shown.current, ...(gone ? { gone } : {}) });
    };
    const sayHere = () => {
      if (own === '') return;
      const [body, type] = word(false);
      void call('POST', `/jobs/${job}/here`, body, type).catch(() => {});
    };
    const sayGone = () => {
      if (own === '') return;
      const [body, type] = word(true);
      // The last word goes out also while the window closes.
      navigator.sendBeacon(`/api/jobs/${job}/here`, new Blob([body], { type }));
    };
    const take = (next: ReadonlyMap<string, Window>) => {
      if (next === known) return;
      known = next;
      setWindows(known);
    };
    const stopListening = listenToNews((news) => {
      if (news.of === 'again') return sayHere();
      if ((news.of !== 'here' && news.of !== 'gone') || news.job !== job || news.tab === own) return;
      const before = known.get(news.tab);
      const isNew = news.of === 'here' && (!before || before.gone);
      take(afterWord(known, news, Date.now()));
      if (isNew)
        answering ??= setTimeout(() => {
          answering = null;
          sayHere();
        }, Math.random() * ANSWER_WITHIN);
    });
    const saying = setInterval(sayHere, HERE_EVERY);
    const pruning = setInterval(() => take(withoutLost(known, Date.now())), HERE_EVERY / 2);
    void thisTab().then((tab) => {
      if (left) return;
      own = tab;
      sayHere();
    });
    say.current = sayHere;
    window.addEventListener('pagehide', sayGone);
    return () => {
      left = true;
      say.current = null;
      window.removeEventListener('pagehide', sayGone);
      stopListening();
      clearInterval(saying);
      clearInterval(pruning);
      if (answering) clearTimeout(answering);
      sayGone();
      setWindows(new Map());
    };
  }, [job, me]);

  // Another page of the same job is a word more, not a farewell.
  useEffect(() => {
    if (shown.current === page) return;
    shown.current = page;
    say.current?.();
  }, [page]);

  return peopleIn(windows, me);
}
