export function startThrowawayPostgres(options?: {
  durable?: boolean;
}): Promise<{ url: string; stop: () => void }>;
