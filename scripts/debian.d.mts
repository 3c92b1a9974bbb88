export function installDebianPackages(...packages: string[]): void;
