-- The yield book: one point a closed ticket of a single form, kept as it was when it closed.
CREATE TABLE yield_point (
  ticket_id INT UNSIGNED PRIMARY KEY,
  closed_on DATE NOT NULL,
  species_id VARCHAR(40) NOT NULL,
  arrival_condition VARCHAR(20) NOT NULL,
  form VARCHAR(40) NOT NULL,
  -- Schools that change the yield; empty where the ticket was closed before they were kept.
  ribs VARCHAR(20) NOT NULL,
  pin_bones VARCHAR(20) NOT NULL,
  -- The supplier whose fish gave most of it.
  supplier_id INT UNSIGNED NOT NULL,
  cutter_id INT UNSIGNED NOT NULL,
  fish INT UNSIGNED NOT NULL CHECK (fish > 0),
  input_grams INT UNSIGNED NOT NULL CHECK (input_grams > 0),
  main_grams INT UNSIGNED NOT NULL,
  expected DOUBLE NOT NULL,
  -- Paid a kilogram of what went in, minor units.
  paid_per_kg DOUBLE NOT NULL,
  KEY by_form (species_id, arrival_condition, form, closed_on),
  KEY by_day (closed_on),
  FOREIGN KEY (ticket_id) REFERENCES ticket (id),
  FOREIGN KEY (species_id) REFERENCES species (id),
  FOREIGN KEY (supplier_id) REFERENCES supplier (id),
  FOREIGN KEY (cutter_id) REFERENCES staff (id)
);
INSERT INTO yield_point
  SELECT t.id, t.closed_on, t.species_id, MIN(l.arrival_condition), (SELECT MIN(c.form) FROM ticket_cut c WHERE c.ticket_id = t.id), '', '',
    MIN(d.supplier_id), COALESCE(t.cutter_id, t.closed_by), SUM(i.pieces), t.input_grams, t.main_grams, t.expected_yield,
    SUM(i.grams * l.price_per_kg) / SUM(i.grams)
  FROM ticket t JOIN ticket_input i ON i.ticket_id = t.id JOIN lot l ON l.id = i.lot_id JOIN delivery d ON d.id = l.delivery_id
  WHERE t.state = 'closed' AND t.input_grams > 0 AND t.expected_yield IS NOT NULL AND COALESCE(t.cutter_id, t.closed_by) IS NOT NULL
    AND (SELECT COUNT(DISTINCT c.form) FROM ticket_cut c WHERE c.ticket_id = t.id) = 1
  GROUP BY t.id HAVING MIN(l.arrival_condition) = MAX(l.arrival_condition) AND SUM(i.grams) > 0;

-- When a supplier lands or delivers (weekday digits, 0 for Sunday), and in what boxes.
ALTER TABLE supplier
  ADD COLUMN landing_days VARCHAR(7) NOT NULL DEFAULT '',
  ADD COLUMN box_grams INT UNSIGNED NULL;

-- What was thrown away or is not accounted for, day by day: summed when it is posted, so that reports of years stay fast.
-- `npm run verify` proves it from the entries.
CREATE TABLE day_loss (
  on_day DATE NOT NULL,
  species_id VARCHAR(40) NOT NULL,
  -- The reason given, or the part a cut left; empty for what is not accounted for.
  reason VARCHAR(200) NOT NULL,
  waste INT NOT NULL,
  unaccounted INT NOT NULL,
  PRIMARY KEY (on_day, species_id, reason),
  FOREIGN KEY (species_id) REFERENCES species (id)
);
INSERT INTO day_loss
  SELECT m.trading_day, l.species_id, IF(e.account = 'end:unaccounted', '', IF(m.kind = 'cut', e.item, m.reason)),
    SUM(IF(e.account = 'end:waste', e.grams, 0)), SUM(IF(e.account = 'end:unaccounted', e.grams, 0))
  FROM movement m JOIN entry e ON e.movement_id = m.id AND e.account IN ('end:waste', 'end:unaccounted') JOIN lot l ON l.id = e.lot_id
  GROUP BY 1, 2, 3;

-- What lies somewhere now is found without passing everything that ever did.
ALTER TABLE lot ADD KEY latest (species_id, landed_on), ADD KEY bought (landed_on, species_id, delivery_id, grams, price_per_kg);
ALTER TABLE grade ADD KEY by_verdict (verdict, lot_id);
ALTER TABLE balance ADD KEY lying (account, grams), ADD KEY counted (account, pieces);

-- What a closed day sold, summed when it is closed and thrown away when it is opened again: nothing of it can change
-- meanwhile. Open days are read from their lines.
CREATE TABLE day_sold (
  on_day DATE NOT NULL,
  species_id VARCHAR(40) NOT NULL,
  item VARCHAR(40) NOT NULL,
  grams INT UNSIGNED NOT NULL,
  -- What of it was sold over the counter, orders left out: demand is learned from it.
  counter_grams INT UNSIGNED NOT NULL,
  money INT UNSIGNED NOT NULL,
  PRIMARY KEY (on_day, species_id, item),
  FOREIGN KEY (species_id) REFERENCES species (id)
);
ALTER TABLE trading_day ADD COLUMN sales INT UNSIGNED NOT NULL DEFAULT 0;
INSERT IGNORE INTO trading_day (day) SELECT DISTINCT sold_on FROM sale;
INSERT INTO day_sold SELECT x.sold_on, x.species_id, x.item, SUM(x.grams), SUM(IF(x.way = 'counter', x.grams, 0)), SUM(x.money)
  FROM sale_line x JOIN trading_day d ON d.day = x.sold_on AND d.closed WHERE x.way <> 'voided' GROUP BY 1, 2, 3;
UPDATE trading_day d SET d.sales = (SELECT COUNT(*) - COUNT(k.void_movement_id) FROM sale k WHERE k.sold_on = d.day) WHERE d.closed;
