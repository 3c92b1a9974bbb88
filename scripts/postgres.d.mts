export const DATABASE: string;
export interface Cluster {
  url(): string;
  ownerUrl(): string;
  superuser(): Record<string, string>;
  addDatabase(name: string): Promise<{ url: string; ownerUrl: string }>;
  must(sql: string, what: string, database?: string): Promise<string>;
  isUp(): Promise<boolean>;
  ensureUp(): Promise<void>;
  stop(): void;
}
export function binaries(): string;
export function freePort(): Promise<number>;
export function startPostgres(dataDir: string, options?: { throwaway?: boolean; running?: boolean }): Promise<Cluster>;
