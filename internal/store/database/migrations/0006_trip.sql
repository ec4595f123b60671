-- +goose Up
CREATE TABLE trip (
  id      INTEGER PRIMARY KEY,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  name    TEXT    NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  body    TEXT    NOT NULL CHECK (json_valid(body)),
  created TEXT    NOT NULL,
  updated TEXT    NOT NULL,
  deleted TEXT -- taken off the list then; NULL while it is on it
) STRICT;

CREATE UNIQUE INDEX trip_name ON trip (name) WHERE deleted IS NULL;

CREATE TABLE event (
  id      INTEGER PRIMARY KEY,
  key     TEXT    NOT NULL UNIQUE CHECK (length(key) BETWEEN 8 AND 64), -- the same event, however often it is sent
  trip    INTEGER NOT NULL REFERENCES trip (id),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  time    TEXT    NOT NULL,
  kind    TEXT    NOT NULL,
  body    TEXT    NOT NULL CHECK (json_valid(body)),
  created TEXT    NOT NULL,
  updated TEXT    NOT NULL,
  deleted TEXT -- taken off the list then; NULL while it is on it
) STRICT;

CREATE INDEX event_trip ON event (trip, time) WHERE deleted IS NULL;

CREATE TABLE place (
  id      INTEGER PRIMARY KEY,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  name    TEXT    NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  body    TEXT    NOT NULL CHECK (json_valid(body)),
  created TEXT    NOT NULL,
  updated TEXT    NOT NULL,
  deleted TEXT -- taken off the list then; NULL while it is on it
) STRICT;

CREATE UNIQUE INDEX place_name ON place (name) WHERE deleted IS NULL;
