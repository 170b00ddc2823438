-- What a stand-in of a scale or a sensor said is known as that for good.
ALTER TABLE lot MODIFY weight_source ENUM('measured', 'typed', 'estimated', 'simulated') NOT NULL;
ALTER TABLE lot_fish MODIFY weight_source ENUM('measured', 'typed', 'estimated', 'simulated') NOT NULL;
ALTER TABLE ticket_input MODIFY weight_source ENUM('measured', 'typed', 'estimated', 'simulated') NULL;
ALTER TABLE weigh_out MODIFY weight_source ENUM('measured', 'typed', 'estimated', 'simulated') NOT NULL;
ALTER TABLE sale_line MODIFY weight_source ENUM('measured', 'typed', 'estimated', 'simulated') NOT NULL;
ALTER TABLE stock_count MODIFY weight_source ENUM('measured', 'typed', 'estimated', 'simulated') NOT NULL;
ALTER TABLE reading MODIFY source ENUM('sensor', 'probe', 'simulated') NOT NULL;
