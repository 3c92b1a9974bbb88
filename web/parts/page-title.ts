import { useEffect } from 'react';
import { useOpenName } from '../state/job-context.tsx';

/** Names the page in the browser: "Circuits, Thistle Mill". */
export function usePageTitle(title: string): void {
  const job = useOpenName();
  useEffect(() => {
    document.title = [title, job ?? 'Warm Manifold'].filter((each) => each !== '').join(', ');
  }, [title, job]);
}
