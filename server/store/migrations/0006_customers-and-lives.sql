-- The customer book: a customer is an id; what stands on the page is history, of which the newest row counts.
create table customers (
  seq bigint generated always as identity primary key,
  id uuid not null unique,
  customer_id uuid not null,
  name text not null,
  -- Phone, mail, address, how they want to be told.
  body jsonb not null,
  at timestamptz not null,
  by text not null references people
);
create index customers_newest on customers (customer_id, seq desc);
create trigger customers_stay before update or delete or truncate on customers execute function refuse_change();

-- What an engine is called and how it is laid out since it was changed, and where it is in the shop's life.
create index papers_that_changed on papers (engine_id, seq) where kind = 'engine';
create index papers_of_customer on papers ((body ->> 'customerId')) where kind = 'engine';
create index acts_of_life on acts (engine_id, seq) where kind = 'life';

-- The floor is looked at by where its engines are in the shop's life, and counted so.
alter table floor add column life text not null default 'in-work';
create index floor_by_life on floor (life, touched_at desc, tag);
create index floor_by_tag on floor (lower(tag));
drop trigger floor_is_counted on floor;
drop function count_on_floor();
alter table floor_size add column life text not null default 'in-work';
alter table floor_size add primary key (life);
create function count_on_floor() returns trigger language plpgsql as $$
begin
  if tg_op = 'UPDATE' then
    if old.life = new.life then return null; end if;
    update floor_size set engines = engines - 1 where life = old.life;
  end if;
  insert into floor_size (engines, life) values (1, new.life)
    on conflict (life) do update set engines = floor_size.engines + 1;
  return null;
end $$;
create trigger floor_is_counted after insert or update of life on floor for each row execute function count_on_floor();
