export function startThrowawayPostgres(options?: {
  durable?: boolean;
}): Promise<{ url: string; restart: () => void; stop: () => void }>;
