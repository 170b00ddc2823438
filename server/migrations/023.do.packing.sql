-- How pieces leave the bench: said with the order, or for the counter.
ALTER TABLE order_line ADD COLUMN packing ENUM('loose', 'wrapped', 'tray', 'vacuum', 'frozen') NOT NULL DEFAULT 'wrapped';
ALTER TABLE ticket_cut ADD COLUMN packing ENUM('loose', 'wrapped', 'tray', 'vacuum', 'frozen') NOT NULL DEFAULT 'wrapped';
