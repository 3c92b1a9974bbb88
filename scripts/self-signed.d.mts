export function selfSigned(folder: string, host: string): { certificate: string; key: string; spki: string };
