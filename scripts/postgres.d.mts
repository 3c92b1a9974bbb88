export class StartProblem extends Error {}
export function installDebianPackages(...packages: string[]): void;
export function freePort(): Promise<number>;
export function startPostgres(
  dataDir: string,
  options?: { throwaway?: boolean },
): Promise<{ url: string; isUp(): boolean; ensureUp(): Promise<void>; stop(): void }>;
