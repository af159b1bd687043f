import { z } from 'zod';

export const degree = z.object({
  step: z.union([1, 2, 3, 4, 5, 6, 7].map((step) => z.literal(step as 1 | 2 | 3 | 4 | 5 | 6 | 7))),
  alter: z.int().min(-3).max(3),
});
