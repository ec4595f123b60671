-- +goose Up
CREATE TABLE preference (
  id      INTEGER PRIMARY KEY,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  name    TEXT    NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  body    TEXT    NOT NULL CHECK (json_valid(body)),
  created TEXT    NOT NULL,
  updated TEXT    NOT NULL,
  deleted TEXT -- as all tables have it; nothing takes a preference off
) STRICT;

CREATE UNIQUE INDEX preference_name ON preference (name) WHERE deleted IS NULL;
