-- Tax of what is sold. Money of a line is what was paid for it: the tax is in it, whether the price named it or not.
ALTER TABLE sale
  -- Prices were without tax, and it came on top.
  ADD COLUMN tax_added BOOLEAN NOT NULL DEFAULT FALSE;
ALTER TABLE sale_line
  -- Hundredths of a per cent; NULL where no tax was charged.
  ADD COLUMN tax_rate SMALLINT UNSIGNED NULL,
  ADD COLUMN tax INT UNSIGNED NOT NULL DEFAULT 0;
ALTER TABLE refund_line
  ADD COLUMN tax INT UNSIGNED NOT NULL DEFAULT 0;

-- What a closed day took by rate, as day_sold is what it sold.
CREATE TABLE day_tax (
  on_day DATE NOT NULL,
  rate SMALLINT UNSIGNED NOT NULL,
  money INT UNSIGNED NOT NULL,
  tax INT UNSIGNED NOT NULL,
  PRIMARY KEY (on_day, rate)
);
