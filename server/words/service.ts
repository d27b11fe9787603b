import { componentClassOf, normaliseWord } from '#core/vocabulary';
import type { WordMapping, WordsView } from '#contracts/words';
import type { Dependencies } from '../dependencies.ts';
import { writeLog } from '../http/log.ts';
import { componentWords } from '../units/facts.ts';
import { refreshSummaries } from '../units/summary.ts';

/** Component words as technicians wrote them: those nobody has mapped yet, most used first, and the company's own mappings. */
export async function words({ db }: Pick<Dependencies, 'db'>): Promise<WordsView> {
  const used = await db.rows<{ raw: string; uses: number }>(`
    select body->>'component' as raw, count(*)::int as uses from current_entries where kind = 'finding' and coalesce(body->>'component', '') <> '' group by 1`);
  const company = await componentWords(db);
  const counts = new Map<string, number>();
  for (const { raw, uses } of used) {
    if (componentClassOf(raw, company) === undefined)
      counts.set(normaliseWord(raw), (counts.get(normaliseWord(raw)) ?? 0) + uses);
  }
  const mapped = await db.rows<WordsView['mapped'][number]>(`
    select w.word, w.component_class as "componentClass", u.display_name as by from component_words w left join users u on u.id = w.mapped_by order by w.word`);
  return {
    unmapped: [...counts]
      .map(([word, uses]) => ({ word, uses }))
      .sort((a, b) => b.uses - a.uses || (a.word < b.word ? -1 : 1)),
    mapped,
  };
}

/** Maps a word. Findings keep the word as written; what they mean is looked up, so every unit that used it is judged anew. */
export async function mapWord(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  body: WordMapping,
  actor: string,
): Promise<void> {
  const word = normaliseWord(body.word);
  await db.transaction(async (transaction) => {
    await db.run(
      `insert into component_words (word, component_class, mapped_by) values ($1, $2, $3)
       on conflict (word) do update set component_class = excluded.component_class, mapped_by = excluded.mapped_by, mapped_at = now()`,
      [word, body.componentClass, actor],
      transaction,
    );
    await writeLog(db, transaction, {
      actor,
      action: 'map word',
      entity: 'word',
      entityId: null,
      detail: { word, componentClass: body.componentClass },
    });
    const users = await db.rows<{ unitId: string; raw: string }>(
      `select distinct unit_id as "unitId", body->>'component' as raw from current_entries where kind = 'finding' and unit_id is not null`,
      [],
      transaction,
    );
    const touched = users.filter((u) => normaliseWord(u.raw ?? '') === word).map((u) => u.unitId);
    await refreshSummaries(db, clock, [...new Set(touched)], transaction);
  });
}
