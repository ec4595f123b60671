-- +goose Up
CREATE TABLE setup (
  id      INTEGER PRIMARY KEY,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  name    TEXT    NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  body    TEXT    NOT NULL CHECK (json_valid(body)),
  created TEXT    NOT NULL,
  updated TEXT    NOT NULL,
  deleted TEXT -- taken off the list then; NULL while it is on it
) STRICT;

CREATE UNIQUE INDEX setup_name ON setup (name) WHERE deleted IS NULL;
