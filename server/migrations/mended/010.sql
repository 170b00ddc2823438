-- How a line was sold came into this step later.
ALTER TABLE sale_line ADD COLUMN IF NOT EXISTS way ENUM('counter', 'order', 'voided') NOT NULL DEFAULT 'counter' AFTER sold_on;
UPDATE sale_line x JOIN sale s ON s.id = x.sale_id
  SET x.way = IF(s.void_movement_id IS NOT NULL, 'voided', IF(s.order_id IS NOT NULL, 'order', 'counter'));
ALTER TABLE sale_line DROP KEY IF EXISTS by_day;
ALTER TABLE sale_line ADD KEY IF NOT EXISTS by_day (sold_on, way, species_id, item, grams, money);
ALTER TABLE sale ADD KEY IF NOT EXISTS counted (sold_on, void_movement_id);
