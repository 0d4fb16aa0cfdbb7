/** jobKey is where a job lies among the answers that are kept. */
export const jobKey = (id: string) => ['job', id] as const
