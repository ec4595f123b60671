-- +goose Up
-- What answers learn from the log is added up anew after every event: from indexes that
-- hold all of it, and no body is read for it.
ALTER TABLE event ADD COLUMN rod INTEGER GENERATED ALWAYS AS (coalesce(json_extract(body, '$.rod'), 0)) VIRTUAL;
ALTER TABLE event ADD COLUMN bed TEXT GENERATED ALWAYS AS (coalesce(json_extract(body, '$.with.bed'), '')) VIRTUAL;
ALTER TABLE event ADD COLUMN shape TEXT GENERATED ALWAYS AS (coalesce(json_extract(body, '$.with.shape'), '')) VIRTUAL;
ALTER TABLE event ADD COLUMN guard INTEGER GENERATED ALWAYS AS (coalesce(json_extract(body, '$.with.guard'), 0)) VIRTUAL;
ALTER TABLE event ADD COLUMN snags REAL GENERATED ALWAYS AS (coalesce(json_extract(body, '$.with.snags'), 0)) VIRTUAL;
ALTER TABLE event ADD COLUMN point TEXT GENERATED ALWAYS AS (coalesce(json_extract(body, '$.with.point'), '')) VIRTUAL;
CREATE INDEX event_fished ON event (bed, shape, guard, kind, snags, trip, deleted) WHERE deleted IS NULL;
CREATE INDEX event_held ON event (trip, rod, time, id, kind, point, deleted) WHERE deleted IS NULL;
