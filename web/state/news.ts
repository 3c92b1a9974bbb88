import { isNews, type News } from '../../model/news.ts';

/** The channel on which windows of one browser tell each other what they hear and do. */
const CHANNEL = 'news';
/** Held by the one window that listens to the server for all: a browser grants an address few lasting connections. */
const LOCK = 'events';
/** Where there are no locks between windows (an address without HTTPS), it is asked instead, ms. */
const ASK_EVERY = 10_000;

const listeners = new Set<(news: News) => void>();
let channel: BroadcastChannel | null = null;
let started = false;

const hear = (value: unknown): void => {
  if (isNews(value)) for (const listener of listeners) listener(value);
};

/** Listens to the server for as long as this window is there. */
const fromServer = () =>
  new Promise<void>(() => {
    const connect = () => {
      const events = new EventSource('/api/events');
      const pass = (news: unknown) => {
        hear(news);
        channel?.postMessage(news);
      };
      // What happened before it listened, or while it was cut off, nobody told it: it is asked once.
      events.onopen = () => pass({ of: 'again' });
      events.onmessage = ({ data }) => pass(JSON.parse(data));
      events.onerror = () => {
        // A browser gives up for good after an answer that is no stream: signed out, or too many listen.
        if (events.readyState !== EventSource.CLOSED) return;
        setTimeout(connect, ASK_EVERY);
      };
    };
    connect();
  });

function start(): void {
  if (started) return;
  started = true;
  channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(CHANNEL);
  if (channel) channel.onmessage = ({ data }) => hear(data);
  if (navigator.locks) void navigator.locks.request(LOCK, fromServer);
  else setInterval(() => hear({ of: 'again' }), ASK_EVERY);
}

/** Hears what other windows and computers do. @returns how to stop */
export function listenToNews(listener: (news: News) => void): () => void {
  listeners.add(listener);
  start();
  return () => listeners.delete(listener);
}

/** Tells the other windows of this browser, quicker than the server would. */
export const tellWindows = (news: News): void => channel?.postMessage(news);
