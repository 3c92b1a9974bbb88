export const chromiumLaunch: { executablePath: string; args: string[] };
