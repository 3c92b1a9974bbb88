import { useEffect } from 'react';
import { useSearchParams } from 'react-router';

/** Takes the focus to the field named in the address (`?at=source/capacity`), once it is on the page. */
export function useArrive(): void {
  const [search, setSearch] = useSearchParams();
  const place = search.get('at');
  useEffect(() => {
    if (!place) return;
    let tries = 0;
    const timer = setInterval(() => {
      const field = document.querySelector<HTMLElement>(`[data-place="${CSS.escape(place)}"]`);
      if (field) {
        field.focus();
        field.scrollIntoView({ block: 'center' });
      }
      if (field || ++tries > 10) {
        clearInterval(timer);
        setSearch(
          (before) => {
            const after = new URLSearchParams(before);
            after.delete('at');
            return after;
          },
          { replace: true },
        );
      }
    }, 60);
    return () => clearInterval(timer);
  }, [place, setSearch]);
}
