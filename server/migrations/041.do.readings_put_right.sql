-- A temperature read by hand may be put right. The place counts how often, so that every process reads its log anew.
ALTER TABLE place ADD COLUMN righted INT UNSIGNED NOT NULL DEFAULT 0;
ALTER TABLE correction
  MODIFY record ENUM('delivery', 'lot', 'ticket', 'sale', 'movement', 'order', 'reading') NOT NULL;
