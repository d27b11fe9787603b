import pg from 'pg';
import type { Response } from 'express';
import type { Logger } from 'pino';
import type { News } from '#contracts/news';
import type { Database } from '../db/connect.ts';
import type { Who } from '../people/who.ts';
import { LINES_NAMED, LINES_SINCE, NEWEST_LINES, STILL_SIGNED_IN } from './events.sql.ts';

/** How many lines are looked at on each news; more at once are told as one gap. */
const LOOK_BACK = 200;
const HEARTBEAT_MS = 15_000;
const STREAMS_OF_SESSION = 20;

interface NewsLine extends News {
  readonly seq: number;
}

interface Stream {
  readonly response: Response;
  readonly sessionId: string;
  readonly userId: string;
}

/**
 * Tells open screens what changed. Listens for the log's NOTIFY and sends each new line once to every stream;
 * a stream that lost its connection asks for what it missed by Last-Event-ID. Where more has changed than can
 * be told line by line, a `gap` says so, and whoever hears it reads everything again.
 *
 * A stream ends with its session: when somebody signs out or leaves the company, at once.
 */
export class EventHub {
  private readonly streams = new Set<Stream>();
  /** Lines already sent, in the order in which they were: serial ids can commit out of order. */
  private readonly sent = new Set<number>();
  private readonly announced = new Set<number>();
  private listener: pg.Client | undefined;
  private stopped = false;
  private waiting: NodeJS.Timeout | undefined;
  private beat: NodeJS.Timeout | undefined;
  private publishing: Promise<void> = Promise.resolve();
  private readonly url: string;
  private readonly db: Database;
  private readonly logger: Logger;
  private readonly who: Who;

  constructor(url: string, db: Database, logger: Logger, who: Who) {
    this.url = url;
    this.db = db;
    this.logger = logger;
    this.who = who;
  }

  async start(): Promise<void> {
    for (const line of await this.db.rows<NewsLine>(NEWEST_LINES, [LOOK_BACK])) this.sent.add(line.seq);
    await this.listen();
    this.beat = setInterval(() => void this.heartbeat(), HEARTBEAT_MS);
    this.beat.unref();
  }

  private async listen(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url });
    client.on('notification', ({ payload }) => {
      this.announced.add(Number(payload));
      this.publishSoon();
    });
    const lost = () => {
      if (this.stopped || this.listener !== client) return;
      this.listener = undefined;
      this.logger.warn('lost the news connection, trying again');
      this.listenAgain();
    };
    client.on('error', lost);
    client.on('end', lost);
    this.listener = client;
    try {
      await client.connect();
      await client.query('listen log');
    } catch (error) {
      this.listener = undefined;
      throw error;
    }
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
      .catch((error: Error) => this.logger.warn({ error: error.name }, 'could not read the news'));
  }

  private async publish(): Promise<void> {
    const named = [...this.announced];
    const newest = await this.db.rows<NewsLine>(NEWEST_LINES, [LOOK_BACK]);
    const oldest = newest[0]?.seq ?? 0;
    // One that took its number early and committed late is named, and may lie behind what is looked at.
    const late = await this.db.rows<NewsLine>(LINES_NAMED, [named.filter((seq) => seq < oldest)]);
    // Only now: what could not be read for is read for again.
    for (const seq of named) this.announced.delete(seq);
    const fresh = [...late, ...newest].filter((line) => !this.sent.has(line.seq));
    if (fresh.length === 0) return;
    for (const line of fresh) this.sent.add(line.seq);
    if (fresh.some((line) => line.entity === 'user' || line.entity === 'setting')) this.who.forget();
    if (fresh.length >= LOOK_BACK) this.each((stream) => sendGap(stream, fresh));
    else for (const line of fresh) this.each((stream) => send(stream, line));
    if (fresh.some((line) => line.entity === 'user' || line.entity === 'session')) await this.endOver();
    if (this.sent.size > LOOK_BACK * 20)
      for (const seq of [...this.sent].slice(0, LOOK_BACK * 10)) this.sent.delete(seq);
  }

  private each(tell: (response: Response) => void): void {
    for (const { response } of this.streams) tell(response);
  }

  /** Ends the streams of sessions that are over and of people who have left. */
  private async endOver(): Promise<void> {
    if (this.streams.size === 0) return;
    const all = [...this.streams];
    const rows = await this.db.rows<{ sid: string }>(STILL_SIGNED_IN, [
      all.map((stream) => stream.sessionId),
      all.map((stream) => stream.userId),
    ]);
    const valid = new Set(rows.map((row) => row.sid));
    for (const stream of all) if (!valid.has(stream.sessionId)) stream.response.end();
  }

  /** Keeps lines open that a proxy would cut, and notices sessions that ended without news. */
  private async heartbeat(): Promise<void> {
    this.each((response) => void response.write(': here\n\n'));
    await this.endOver().catch((error: Error) =>
      this.logger.warn({ error: error.name }, 'could not look whose session is over'),
    );
  }

  /**
   * Adds a stream and first sends what it missed.
   *
   * @param open begins the answer, once there is room for it
   * @returns false when the session has too many already
   */
  async join(
    response: Response,
    session: { readonly sessionId: string; readonly userId: string },
    lastEventId: number | undefined,
    open: () => void,
  ): Promise<boolean> {
    const own = [...this.streams].filter((stream) => stream.sessionId === session.sessionId);
    if (own.length >= STREAMS_OF_SESSION) return false;
    open();
    const stream = { response, ...session };
    this.streams.add(stream);
    response.on('close', () => this.streams.delete(stream));
    if (lastEventId !== undefined) await this.sendMissed(response, lastEventId);
    return true;
  }

  private async sendMissed(response: Response, lastEventId: number): Promise<void> {
    const order = [...this.sent];
    const at = order.indexOf(lastEventId);
    // Where this process sent that line it knows what followed; otherwise the numbers have to do.
    const missed =
      at >= 0
        ? await this.db.rows<NewsLine>(LINES_NAMED, [order.slice(at + 1).slice(0, LOOK_BACK)])
        : await this.db.rows<NewsLine>(LINES_SINCE, [lastEventId, LOOK_BACK]);
    if (missed.length >= LOOK_BACK) sendGap(response, await this.db.rows<NewsLine>(NEWEST_LINES, [1]));
    else for (const line of missed) send(response, line);
  }

  async stop(): Promise<void> {
    this.stopped = true;
    clearInterval(this.beat);
    for (const { response } of this.streams) response.end();
    await this.listener?.end().catch(() => {});
  }
}

function send(response: Response, { seq, ...news }: NewsLine): void {
  response.write(`id: ${seq}\nevent: change\ndata: ${JSON.stringify(news satisfies News)}\n\n`);
}

function sendGap(response: Response, lines: readonly NewsLine[]): void {
  response.write(`id: ${lines.at(-1)?.seq ?? 0}\nevent: gap\ndata: {}\n\n`);
}
