import { compareText } from '#core/base/collections';
import { normaliseWord } from '#core/machine';
import type { WordMapping, WordsView } from '#contracts/words';
import type { Dependencies } from '../dependencies.ts';
import { writeLog } from '../http/log.ts';
import { derive } from '../sheet/derive.ts';
import { lock } from '../sheet/lock.ts';
import { UNMAPPED_WORDS, WORDS_IN_USE } from './words.sql.ts';

/**
 * Words as technicians wrote them: those that stand for no part yet, most used first, and the company's own
 * mappings.
 */
export async function words({ db }: Pick<Dependencies, 'db'>): Promise<WordsView> {
  const used = await db.rows<{ raw: string; uses: number }>(UNMAPPED_WORDS);
  const counts = new Map<string, number>();
  for (const { raw, uses } of used)
    counts.set(normaliseWord(raw), (counts.get(normaliseWord(raw)) ?? 0) + uses);
  const mapped = await db.models.ComponentWord.findAll({ include: 'mapper', order: ['word'] });
  return {
    unmapped: [...counts]
      .map(([word, uses]) => ({ word, uses }))
      .sort((a, b) => b.uses - a.uses || compareText(a.word, b.word)),
    mapped: mapped.map((row) => ({
      word: row.word,
      part: row.part,
      by: (row as unknown as { mapper: { displayName: string } | null }).mapper?.displayName ?? null,
    })),
  };
}

/**
 * Maps a word. Findings keep the word as written; what they mean is folded again for every unit and point
 * that used it.
 */
export async function mapWord(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  body: WordMapping,
  actor: string,
): Promise<void> {
  const word = normaliseWord(body.word);
  await db.transaction(async (transaction) => {
    const used = await db.rows<{ unitId: string | null; pointId: string | null; raw: string }>(
      WORDS_IN_USE,
      [],
      transaction,
    );
    const users = used.filter((u) => normaliseWord(u.raw) === word);
    const ids = (of: 'unitId' | 'pointId') => [...new Set(users.flatMap((u) => u[of] ?? []))].sort();
    const touched = { units: ids('unitId'), points: ids('pointId'), calls: [], visits: [] };
    await lock(db, touched, transaction);
    await db.models.ComponentWord.upsert(
      { word, part: body.part, mappedBy: actor, mappedAt: clock.now() },
      { transaction },
    );
    await writeLog(db, transaction, {
      actor,
      action: 'map word',
      entity: 'word',
      entityId: null,
      detail: { word, part: body.part },
    });
    await derive(db, clock, touched, transaction);
  });
}
