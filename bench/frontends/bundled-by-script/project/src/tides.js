export const next = new Date(2026, 5, 1, 14, 20);
