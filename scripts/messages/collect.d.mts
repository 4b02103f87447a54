/** How a number with its word stands in the message files. */
export function pluralKey(one: string, more?: string): string;
export function readSource(file: string, text: string): { messages: Set<string>; byText: Set<string> };
export function collect(): Promise<{ areas: Record<string, string[]>; byText: Set<string> }>;
