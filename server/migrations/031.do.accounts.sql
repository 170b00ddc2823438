-- Money customers paid on what they owe. One that was wrong is taken back on the day it was written, and stays to be read.
CREATE TABLE payment (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  number INT UNSIGNED NOT NULL UNIQUE,
  customer_id INT UNSIGNED NOT NULL,
  money INT UNSIGNED NOT NULL CHECK (money > 0),
  pay ENUM('cash', 'card') NOT NULL,
  remarks VARCHAR(200) NOT NULL,
  at DATETIME(3) NOT NULL,
  on_day DATE NOT NULL,
  staff_id INT UNSIGNED NOT NULL,
  undone_at DATETIME(3) NULL,
  undone_by INT UNSIGNED NULL,
  undone_why VARCHAR(200) NULL,
  KEY (customer_id),
  KEY (on_day),
  FOREIGN KEY (customer_id) REFERENCES customer (id),
  FOREIGN KEY (staff_id) REFERENCES staff (id),
  FOREIGN KEY (undone_by) REFERENCES staff (id)
);
ALTER TABLE sale ADD KEY by_pay (pay, customer_id);
