// The first script of a job's page: asks for the job and starts its worker while the program itself is still on its way.
import { askEarly } from './state/early.ts';
import { startEarly } from './worker/start-worker.ts';

const [, id] = /^\/jobs\/([^/]+)/.exec(location.pathname) ?? [];
if (id) {
  startEarly();
  askEarly(`/jobs/${id}`);
}
