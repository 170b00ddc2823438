-- Indexes and the sums of closed days came into this step later.
ALTER TABLE lot ADD KEY IF NOT EXISTS latest (species_id, landed_on);
ALTER TABLE lot ADD KEY IF NOT EXISTS bought (landed_on, species_id, delivery_id, grams, price_per_kg);
ALTER TABLE grade ADD KEY IF NOT EXISTS by_verdict (verdict, lot_id);
CREATE TABLE IF NOT EXISTS day_sold (
  on_day DATE NOT NULL,
  species_id VARCHAR(40) NOT NULL,
  item VARCHAR(40) NOT NULL,
  grams INT UNSIGNED NOT NULL,
  money INT UNSIGNED NOT NULL,
  PRIMARY KEY (on_day, species_id, item),
  FOREIGN KEY (species_id) REFERENCES species (id)
);
ALTER TABLE day_sold ADD COLUMN IF NOT EXISTS counter_grams INT UNSIGNED NOT NULL DEFAULT 0 AFTER grams;
ALTER TABLE day_sold ALTER counter_grams DROP DEFAULT;
ALTER TABLE trading_day ADD COLUMN IF NOT EXISTS sales INT UNSIGNED NOT NULL DEFAULT 0;
INSERT IGNORE INTO trading_day (day) SELECT DISTINCT sold_on FROM sale;
DELETE FROM day_sold;
INSERT INTO day_sold (on_day, species_id, item, grams, counter_grams, money)
  SELECT x.sold_on, x.species_id, x.item, SUM(x.grams), SUM(IF(x.way = 'counter', x.grams, 0)), SUM(x.money)
  FROM sale_line x JOIN trading_day d ON d.day = x.sold_on AND d.closed WHERE x.way <> 'voided' GROUP BY 1, 2, 3;
UPDATE trading_day d SET d.sales = (SELECT COUNT(*) - COUNT(k.void_movement_id) FROM sale k WHERE k.sold_on = d.day) WHERE d.closed;
