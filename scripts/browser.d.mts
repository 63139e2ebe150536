export const PACKAGES: readonly string[];
export function testBrowser(): string | null;
export function peoplesBrowser(): string;
