-- What another system answered to what was sent to it, as JSON.
alter table effect_words add column reply text;
