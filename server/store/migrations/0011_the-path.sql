-- How gates were closed in the whole shop: what is usually forgotten is told by it.
create index acts_gates on acts (seq) where kind = 'gate-closed';
