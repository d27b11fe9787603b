export function startThrowawayPostgres(options?: {
  durable?: boolean;
}): Promise<{ url: string; applicationUrl: string; restart: () => void; stop: () => void }>;
