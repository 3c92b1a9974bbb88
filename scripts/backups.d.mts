interface Times {
  folder: string;
  hour: number;
  minute: number;
  kept: number;
}
export function backupTimes(environment: Record<string, string | undefined>): Times | null;
export function untilNext(time: { hour: number; minute: number }, now: Date): number;
