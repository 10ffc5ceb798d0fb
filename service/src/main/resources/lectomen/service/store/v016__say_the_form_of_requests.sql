-- The form of what an effect asks for: its kind counts them up and reads its earlier ones.
alter table effect_words add column request_form integer not null default 1;
