import type { OnRecord } from '#core/imports';
import type { NewRecipe, RecipeView } from '#contracts/imports';
import type { Database } from '../db/connect.ts';
import type { Dependencies } from '../dependencies.ts';
import { MAKERS, NAMES_ON_RECORD, RECIPE_OF_NAME } from './imports.sql.ts';

/** How files of others are read, the one used last first. */
export async function recipes(db: Database): Promise<RecipeView[]> {
  const rows = await db.models.ImportRecipe.findAll({ order: [['usedAt', 'desc']], limit: 100 });
  return rows.map(({ id, name, headings, recipe, usedAt }) => ({
    id,
    name,
    headings,
    recipe,
    usedAt: usedAt.toISOString(),
  }));
}

/** Keeps a recipe under its name; one of the same name and kind is what it was and becomes what it is now. */
export async function keepRecipe(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  { id, name, headings, recipe }: NewRecipe,
  actor: string,
): Promise<RecipeView[]> {
  await db.transaction(async (transaction) => {
    const [known] = await db.rows<{ id: string }>(RECIPE_OF_NAME, [recipe.kind, name], transaction);
    await db.models.ImportRecipe.upsert(
      { id: known?.id ?? id, name, headings, recipe, usedAt: clock.now(), recordedBy: actor },
      { transaction },
    );
  });
  return recipes(db);
}

/** Customers with their sites with their tags, people and makers: what names of a file are compared with. */
export async function namesOnRecord(db: Database): Promise<OnRecord> {
  const rows = await db.rows<{ customer: string; site: string | null; tags: string[] }>(NAMES_ON_RECORD);
  const names: Record<string, Record<string, readonly string[]>> = {};
  for (const { customer, site, tags } of rows) {
    names[customer] ??= {};
    if (site !== null) (names[customer] as Record<string, readonly string[]>)[site] = tags;
  }
  const people = await db.models.User.findAll({ attributes: ['displayName'], order: ['displayName'] });
  const makers = await db.rows<{ maker: string }>(MAKERS);
  return {
    places: names,
    people: people.map(({ displayName }) => displayName),
    makers: makers.map(({ maker }) => maker),
  };
}
