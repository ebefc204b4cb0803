-- What the floor shows of each engine, kept current by every transaction that changes the engine's file. It can be made
-- again from that file at any time, and is: where `shown_by` is not what this version shows by.
create table floor (
  engine_id uuid primary key references engines deferrable initially deferred,
  touched_at timestamptz not null,
  tag text not null,
  -- Tag, title and customer in small letters, as they are searched.
  words text not null,
  -- An EngineSummary, JSON.
  shown text not null,
  shown_by text not null
) with (toast_tuple_target = 128);
-- Out of the way of whoever walks or searches the table.
alter table floor alter column shown set storage external;
create index floor_by_touch on floor (touched_at desc, tag);

-- How many engines stand there: counting them would take longer than showing a page of them.
create table floor_size (engines integer not null);
insert into floor_size values (0);
create function count_on_floor() returns trigger language plpgsql as $$
begin
  update floor_size set engines = engines + 1;
  return null;
end $$;
create trigger floor_is_counted after insert on floor for each row execute function count_on_floor();

-- What each engine shows is worked out when the shop is opened.
insert into floor (engine_id, touched_at, tag, words, shown, shown_by)
select id, coalesce((select max(at) from audit where engine_id = e.id), opened_at), tag,
  lower(concat_ws(E'\n', tag, title, customer)), '', ''
from engines e;
-- Nobody else looked for an engine's acts in the chain, and every act paid for it.
drop index audit_of_engine;

-- Everything of an engine is read in the order in which it came, and signed up to the last of it.
create index readings_in_order on readings (engine_id, seq);
drop index readings_of_slot;
create index papers_in_order on papers (engine_id, seq);
