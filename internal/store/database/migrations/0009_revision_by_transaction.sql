-- +goose Up
-- The revision is set by whoever writes, once for a transaction: once for a row made
-- taking a season in take twice as long.
DROP TRIGGER setup_insert;
DROP TRIGGER setup_update;
DROP TRIGGER setup_delete;
DROP TRIGGER programme_insert;
DROP TRIGGER programme_update;
DROP TRIGGER programme_delete;
DROP TRIGGER item_insert;
DROP TRIGGER item_update;
DROP TRIGGER item_delete;
DROP TRIGGER drop_test_insert;
DROP TRIGGER drop_test_update;
DROP TRIGGER drop_test_delete;
DROP TRIGGER round_insert;
DROP TRIGGER round_update;
DROP TRIGGER round_delete;
DROP TRIGGER trip_insert;
DROP TRIGGER trip_update;
DROP TRIGGER trip_delete;
DROP TRIGGER event_insert;
DROP TRIGGER event_update;
DROP TRIGGER event_delete;
DROP TRIGGER place_insert;
DROP TRIGGER place_update;
DROP TRIGGER place_delete;
