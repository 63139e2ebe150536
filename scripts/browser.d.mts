export const PACKAGES: readonly string[];
export function browserPath(): string | null;
export function installedBrowser(): string;
