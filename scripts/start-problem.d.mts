export class StartProblem extends Error {}
export function plainReason(error: unknown, folder: string): string | null;
