-- What a shop says about itself besides its name and address for verifying: history, of which the newest row counts.
create table shop_data (
  seq bigint generated always as identity primary key,
  id uuid not null unique,
  body jsonb not null,
  at timestamptz not null,
  by text not null references people
);
create trigger shop_data_stays before update or delete or truncate on shop_data execute function refuse_change();

-- Pictures as they are shown and signed: scaled and encoded anew here. Where and when one was taken is an act of its
-- engine's file; one of the shop's own has none.
create table pictures (
  seq bigint generated always as identity primary key,
  id uuid not null unique,
  width integer not null,
  height integer not null,
  sha256 text not null,
  bytes bytea not null,
  received_at timestamptz not null,
  received_by text not null references people
);
create index pictures_by_hash on pictures (sha256);
create trigger pictures_stay before update or delete or truncate on pictures execute function refuse_change();
