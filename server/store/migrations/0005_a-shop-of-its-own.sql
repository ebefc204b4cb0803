-- Somebody who is switched off may do nothing any more; what the person did, and was called, stays.
alter table people_history drop constraint people_history_role_check;
alter table people_history add constraint people_history_role_check
  check (role in ('owner', 'lead', 'builder', 'apprentice', 'off'));

-- Which engines a spec set judges, and what judges an engine, are asked without walking what else was done on them.
create index acts_that_moved on acts (engine_id, seq) where kind = 'spec-set';
create index engines_of_spec_set on engines (spec_set) include (id, spec_version);
