-- +goose Up
-- Grows with every change of anything that is kept, so that what was learnt from it or
-- copied of it is known to be old, whatever a clock says.
CREATE TABLE revision (
  only   INTEGER PRIMARY KEY CHECK (only = 1),
  number INTEGER NOT NULL
) STRICT;

INSERT INTO revision (only, number) VALUES (1, 1);

-- +goose StatementBegin
CREATE TRIGGER setup_insert AFTER INSERT ON setup BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER setup_update AFTER UPDATE ON setup BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER setup_delete AFTER DELETE ON setup BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER programme_insert AFTER INSERT ON programme BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER programme_update AFTER UPDATE ON programme BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER programme_delete AFTER DELETE ON programme BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER item_insert AFTER INSERT ON item BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER item_update AFTER UPDATE ON item BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER item_delete AFTER DELETE ON item BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER drop_test_insert AFTER INSERT ON drop_test BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER drop_test_update AFTER UPDATE ON drop_test BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER drop_test_delete AFTER DELETE ON drop_test BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER round_insert AFTER INSERT ON round BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER round_update AFTER UPDATE ON round BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER round_delete AFTER DELETE ON round BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER trip_insert AFTER INSERT ON trip BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER trip_update AFTER UPDATE ON trip BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER trip_delete AFTER DELETE ON trip BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER event_insert AFTER INSERT ON event BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER event_update AFTER UPDATE ON event BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER event_delete AFTER DELETE ON event BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER place_insert AFTER INSERT ON place BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER place_update AFTER UPDATE ON place BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER place_delete AFTER DELETE ON place BEGIN
  UPDATE revision SET number = number + 1;
END;
-- +goose StatementEnd
