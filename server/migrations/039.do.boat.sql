-- The boat that caught the fish, or the farm they come from, as the supplier says it.
ALTER TABLE lot
  ADD COLUMN boat VARCHAR(60) NOT NULL DEFAULT '' AFTER gear,
  ADD KEY lot_boat (boat, landed_on);
