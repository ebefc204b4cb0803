-- Somebody who is switched off may do nothing any more; what the person did, and was called, stays.
alter table people_history drop constraint people_history_role_check;
alter table people_history add constraint people_history_role_check
  check (role in ('owner', 'lead', 'builder', 'apprentice', 'off'));
