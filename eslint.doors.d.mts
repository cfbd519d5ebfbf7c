export const coreDoors: Record<string, readonly string[]>;
export const reachDoors: Record<string, readonly string[]>;
