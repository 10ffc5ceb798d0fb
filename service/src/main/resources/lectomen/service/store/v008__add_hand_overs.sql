-- What the rule that handed a document over knew of it.
alter table job_words add column given text not null default '{}';
