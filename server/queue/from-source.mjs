// The thread that makes papers, where the server runs from its sources and was not built: only in tests.
import { tsImport } from 'tsx/esm/api';

await tsImport('./paper-worker.ts', import.meta.url);
