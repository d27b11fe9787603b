import { useEffect } from 'react';
import { useDispatch } from 'react-redux';
import type { News } from '#contracts/news';
import { api } from '../api/base.ts';
import { affected, KINDS, type Kind, type Tag } from '../api/tags.ts';

const CALM_MS = 400;
const AGAIN_MS = 5000;

/** Listens to what others change and refreshes what is on screen, at most a few times a second. */
export function useNews(signedIn: boolean): void {
  const dispatch = useDispatch();
  useEffect(() => {
    if (!signedIn) return;
    let source: EventSource;
    let timer: number | undefined;
    let again: number | undefined;
    let changed: (Kind | Tag)[] = [];
    const refresh = (tags: readonly (Kind | Tag)[]) => {
      changed.push(...tags);
      window.clearTimeout(timer);
      timer = window.setTimeout(() => {
        dispatch(api.util.invalidateTags(changed));
        changed = [];
      }, CALM_MS);
    };
    const listen = () => {
      source = new EventSource('/api/events');
      source.addEventListener('change', ({ data }: MessageEvent<string>) =>
        refresh(affected(JSON.parse(data) as News)),
      );
      // More has changed than can be told line by line.
      source.addEventListener('gap', () => refresh(KINDS));
      source.addEventListener('error', () => {
        if (source.readyState !== EventSource.CLOSED) return;
        // Refused: the stream ends with its session. Whether that is why is asked, and listening begins anew.
        dispatch(api.util.invalidateTags(['session']));
        again = window.setTimeout(listen, AGAIN_MS);
      });
    };
    listen();
    return () => {
      window.clearTimeout(timer);
      window.clearTimeout(again);
      source.close();
    };
  }, [dispatch, signedIn]);
}
