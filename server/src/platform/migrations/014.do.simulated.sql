-- What a stand-in of a scale or a sensor said is known as that for good.
ALTER TABLE lot MODIFY weight_source ENUM('measured', 'typed', 'estimated', 'simulated') NOT NULL;
ALTER TABLE lot_fish MODIFY weight_source ENUM('measured', 'typed', 'estimated', 'simulated') NOT NULL;
ALTER TABLE ticket_input MODIFY weight_source ENUM('measured', 'typed', 'estimated', 'simulated') NULL;
ALTER TABLE weigh_out MODIFY weight_source ENUM('measured', 'typed', 'estimated', 'simulated') NOT NULL;
ALTER TABLE sale_line MODIFY weight_source ENUM('measured', 'typed', 'estimated', 'simulated') NOT NULL;
ALTER TABLE stock_count MODIFY weight_source ENUM('measured', 'typed', 'estimated', 'simulated') NOT NULL;
ALTER TABLE reading MODIFY source ENUM('sensor', 'probe', 'simulated') NOT NULL;
-- A sensor belongs to a place once it has spoken: a shop without sensors has no silent ones.
UPDATE place SET sensor = NULL WHERE NOT EXISTS (SELECT 1 FROM setting WHERE name = 'sample' AND value = 'true')
  AND NOT EXISTS (SELECT 1 FROM reading WHERE reading.place_id = place.id AND reading.source = 'sensor');
