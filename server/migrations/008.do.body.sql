-- What the shop has measured of a species' body, over the row it is drawn by: JSON, null for nothing of its own.
ALTER TABLE species ADD COLUMN body TEXT NULL;
