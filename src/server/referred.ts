/** Foreign-key violation: something else refers to what would go. */
export const isReferred = (error: unknown): boolean =>
  error instanceof Error &&
  ((error as { code?: string }).code === "23503" || (error.cause !== undefined && isReferred(error.cause)));
