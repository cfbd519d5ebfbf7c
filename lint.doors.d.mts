export const coreDoors: Record<string, readonly string[]>;
