-- +goose Up
-- What an event took from the box, so that it is put back once and no more. A deleted
-- event keeps it, and takes it again when it is put back on the list.
ALTER TABLE event ADD COLUMN spent INTEGER REFERENCES item (id);

-- Until now a lost head was looked up in the box by what it was. What was torn or tied
-- anew then stays as it was taken.
UPDATE event SET spent = (
  SELECT item.id FROM item
  WHERE item.deleted IS NULL AND json_extract(item.body, '$.kind') = 'head'
    AND json_extract(item.body, '$.shape') = json_extract(event.body, '$.with.shape')
    AND json_extract(item.body, '$.material') = json_extract(event.body, '$.with.material')
    AND abs(json_extract(item.body, '$.mass') - json_extract(event.body, '$.with.mass')) <= 0.02 * json_extract(event.body, '$.with.mass')
  ORDER BY item.name COLLATE NOCASE, item.id LIMIT 1)
WHERE kind = 'head lost' AND deleted IS NULL;
