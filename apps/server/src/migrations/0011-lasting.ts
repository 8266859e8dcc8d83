/**
 * What a project chose: for tests that it does not know yet, and how long details are kept. Builds say who made them and what they changed.
 */
export const lasting = `
alter table project
  -- tests that no case claims: set aside, given a case, or listed for a person
  add column unknown_tests text not null default 'ask' check (unknown_tests in ('aside', 'make', 'ask')),
  -- output and attachments are forgotten after so many days; null keeps them for ever
  add column keep_details_days int default 60 check (keep_details_days between 1 and 36500);

alter table script
  -- what was decided when it came first without a case that it declares, and the file that brought it
  add column triage text check (triage in ('aside', 'make', 'ask')),
  add column first_file_id int;
create index script_decided on script (first_file_id) where triage is not null;

alter table case_change drop constraint case_change_kind_check,
  add check (kind in ('edit', 'bulk', 'delete', 'import', 'outline', 'scripts'));

alter table build
  add column author text,
  add column address text,
  -- paths from the root of the repository; null where nobody said
  add column changed_files text[];
`
