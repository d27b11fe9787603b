/** Everything about the database itself in one row. */
export const SYSTEM = `
select
  current_setting('server_version') as postgres,
  (select name from migrations order by name desc limit 1) as migration,
  pg_database_size(current_database())::float8 as "databaseBytes",
  json_build_object(
    'customers', (select count(*) from customers),
    'sites', (select count(*) from sites),
    'units', (select count(*) from units),
    'calls', (select count(*) from calls),
    'visits', (select count(*) from visits),
    'entries', (select count(*) from entries),
    'photos', (select count(*) from photos)) as counts,
  (select json_build_object('at', l.at, 'file', l.detail->>'file', 'bytes', (l.detail->>'bytes')::float8)
   from log l where l.action = 'backup' order by l.seq desc limit 1) as "lastBackup",
  (select count(*)::int from sessions where expire > now()) as sessions,
  (select count(*)::int from imports where applied_at is null) as "openImports",
  coalesce(
    (select json_agg(
        json_build_object('fileName', i.file_name, 'kind', i.kind, 'by', p.display_name, 'at', i.applied_at)
        order by i.applied_at desc)
     from (select * from imports where applied_at is not null order by applied_at desc limit 8) i
       left join users p on p.id = i.created_by),
    '[]') as imports`;
