import { useEffect } from 'react';

const NAME = 'Easy Tuck';

/** Names the page in the browser's tab and its history. */
export function usePageTitle(title: string): void {
  useEffect(() => {
    document.title = title === '' ? NAME : `${title} · ${NAME}`;
    return () => {
      document.title = NAME;
    };
  }, [title]);
}
