-- Whose folder this is, held against the folder's own manifest, and whether the chain vouches for every row by now.
create table identity (
  id integer primary key default 1 check (id = 1),
  shop_id uuid not null default gen_random_uuid(),
  history_sealed boolean not null default false
);
-- An empty database has no history to vouch for.
insert into identity (history_sealed) select not exists (select 1 from audit);

-- A person is a handle; name, role and PIN are history, of which the newest row counts.
create table people_history (
  seq bigint generated always as identity primary key,
  id uuid not null unique,
  handle text not null references people,
  name text not null,
  role text not null check (role in ('owner', 'lead', 'builder', 'apprentice')),
  pin_hash text not null,
  at timestamptz not null,
  by text not null
);
create index people_history_of_person on people_history (handle, seq desc);
insert into people_history (id, handle, name, role, pin_hash, at, by)
select gen_random_uuid(), handle, name, role, pin_hash, since, handle from people order by since, handle;
alter table people drop column name, drop column role, drop column pin_hash;
create trigger people_stay before update or delete or truncate on people execute function refuse_change();
create trigger people_history_stays before update or delete or truncate on people_history
  execute function refuse_change();

-- The shop's own name and address: a change will be a new row.
alter table shop drop constraint shop_pkey;
alter table shop drop constraint shop_id_check;
alter table shop drop column id;
alter table shop add column id uuid not null unique default gen_random_uuid(),
  add column seq bigint generated always as identity primary key;
alter table shop alter column id drop default;
create trigger shop_stays before update or delete or truncate on shop execute function refuse_change();

create trigger engines_stay before update or delete or truncate on engines execute function refuse_change();

-- Devices that somebody signed in from: what strangers try elsewhere does not shut these out.
create table devices (
  token_hash text not null,
  handle text not null references people,
  since timestamptz not null,
  primary key (token_hash, handle)
);
