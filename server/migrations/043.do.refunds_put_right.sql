-- Money given back wrongly is put right or taken back, and what it said is kept; what was taken back is none.
ALTER TABLE refund MODIFY money INT UNSIGNED NOT NULL;
ALTER TABLE correction
  MODIFY record ENUM('delivery', 'lot', 'ticket', 'sale', 'movement', 'order', 'reading', 'claim', 'made', 'refund') NOT NULL;
