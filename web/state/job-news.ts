/** What windows of one browser tell each other about a job, and what the server tells one of them for all. */
interface News {
  revision: number;
}

export interface JobNews {
  /** Tells the others that this window's save was taken. */
  saved: (revision: number) => void;
  close: () => void;
}

const isNews = (value: unknown): value is News =>
  typeof value === 'object' && value !== null && typeof (value as { revision?: unknown }).revision === 'number';

/**
 * Listens for saves of a job by other windows and computers. Windows of one browser speak over a channel; only one of them, whoever
 * holds the lock, listens to the server, since a browser grants an address few lasting connections.
 */
export function listenToJob(jobId: string, onRevision: (revision: number) => void): JobNews {
  const name = `job:${jobId}`;
  const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(name);
  if (channel) channel.onmessage = ({ data }) => isNews(data) && onRevision(data.revision);
  const left = new AbortController();
  const fromServer = () =>
    new Promise<void>((done) => {
      const events = new EventSource(`/api/jobs/${jobId}/events`);
      events.onmessage = ({ data }) => {
        const news: unknown = JSON.parse(data);
        if (!isNews(news)) return;
        onRevision(news.revision);
        channel?.postMessage(news);
      };
      left.signal.addEventListener('abort', () => {
        events.close();
        done();
      });
    });
  if (navigator.locks)
    navigator.locks.request(`events:${jobId}`, { signal: left.signal }, fromServer).catch(() => {
      // The window was closed before its turn came.
    });
  else void fromServer();
  return {
    saved: (revision) => channel?.postMessage({ revision } satisfies News),
    close: () => {
      left.abort();
      channel?.close();
    },
  };
}
