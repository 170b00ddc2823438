-- A claim that was a mistake and a batch that was never made are taken back, and stay to be read.
ALTER TABLE claim ADD COLUMN void_at DATETIME(3) NULL;
ALTER TABLE made ADD COLUMN void_at DATETIME(3) NULL;
ALTER TABLE correction
  MODIFY record ENUM('delivery', 'lot', 'ticket', 'sale', 'movement', 'order', 'reading', 'claim', 'made') NOT NULL;
