export function prepareFolder(folder: string): void;
export function writeWhole(file: string, content: string, mode?: number): void;
export function takeFolder(folder: string): boolean;
export function servedAt(folder: string): Promise<string | null>;
export function takeOrFind(folder: string, seconds?: number): Promise<string | null>;
