import { useEffect } from 'react';
import { useDispatch } from 'react-redux';
import { api } from '../api/base.ts';

const CALM_MS = 400;

/** Listens to what others change and refreshes what is on screen, at most a few times a second. */
export function useNews(signedIn: boolean): void {
  const dispatch = useDispatch();
  useEffect(() => {
    if (!signedIn) return;
    const source = new EventSource('/api/events');
    let timer: number | undefined;
    source.addEventListener('change', () => {
      window.clearTimeout(timer);
      timer = window.setTimeout(() => dispatch(api.util.invalidateTags(['Record'])), CALM_MS);
    });
    return () => {
      window.clearTimeout(timer);
      source.close();
    };
  }, [dispatch, signedIn]);
}
