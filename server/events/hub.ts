import pg from 'pg';
import type { Response } from 'express';
import type { Logger } from 'pino';
import type { Database } from '../db/connect.ts';

/** How many log lines are looked at again on each news: serial ids can commit out of order. */
const LOOK_BACK = 200;

interface NewsLine {
  readonly seq: number;
  readonly entity: string;
  readonly entityId: string | null;
}

/**
 * Tells open screens what changed. Listens for the log's NOTIFY and sends each new line once to every stream;
 * a stream that lost its connection asks for what it missed by Last-Event-ID.
 */
export class EventHub {
  private readonly streams = new Set<Response>();
  private readonly sent = new Set<number>();
  private listener: pg.Client | undefined;
  private stopped = false;
  private waiting: NodeJS.Timeout | undefined;
  private publishing: Promise<void> = Promise.resolve();
  private readonly url: string;
  private readonly db: Database;
  private readonly logger: Logger;

  constructor(url: string, db: Database, logger: Logger) {
    this.url = url;
    this.db = db;
    this.logger = logger;
  }

  async start(): Promise<void> {
    for (const line of await this.linesAfter(0)) this.sent.add(line.seq);
    await this.listen();
  }

  private async listen(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url });
    client.on('notification', () => this.publishSoon());
    client.on('error', (error) => {
      this.logger.warn({ err: error }, 'lost the news connection, trying again');
      this.listenAgain();
    });
    await client.connect();
    await client.query('listen log');
    this.listener = client;
  }

  /** The latest lines; the window covers commits that arrive out of order. */
  private linesAfter(seq: number): Promise<NewsLine[]> {
    return this.db.rows<NewsLine>(
      'select seq, entity, entity_id as "entityId" from (select * from log where seq > $1 order by seq desc limit $2) newest order by seq',
      [seq, LOOK_BACK],
    );
  }

  /** Tries until the database is back: its restart must not end this process. */
  private listenAgain(): void {
    if (this.stopped || this.waiting) return;
    this.waiting = setTimeout(() => {
      this.waiting = undefined;
      this.listen().then(
        () => this.publishSoon(),
        () => this.listenAgain(),
      );
    }, 1000);
    this.waiting.unref();
  }

  /** One look at a time: two at once would send the same line twice. */
  private publishSoon(): void {
    this.publishing = this.publishing
      .then(() => this.publish())
      .catch((error: unknown) => this.logger.warn({ err: error }, 'could not read the news'));
  }

  private async publish(): Promise<void> {
    const fresh = (await this.linesAfter(0)).filter((line) => !this.sent.has(line.seq));
    for (const line of fresh) {
      this.sent.add(line.seq);
      for (const stream of this.streams) send(stream, line);
    }
    if (this.sent.size > LOOK_BACK * 20)
      for (const seq of [...this.sent].slice(0, LOOK_BACK * 10)) this.sent.delete(seq);
  }

  /** Adds a stream and first sends what it missed. */
  async join(stream: Response, lastEventId: number | undefined): Promise<void> {
    this.streams.add(stream);
    stream.on('close', () => this.streams.delete(stream));
    if (lastEventId !== undefined) for (const line of await this.linesAfter(lastEventId)) send(stream, line);
  }

  async stop(): Promise<void> {
    this.stopped = true;
    for (const stream of this.streams) stream.end();
    await this.listener?.end();
  }
}

function send(stream: Response, line: NewsLine): void {
  stream.write(
    `id: ${line.seq}\nevent: change\ndata: ${JSON.stringify({ entity: line.entity, id: line.entityId })}\n\n`,
  );
}
