-- Whose account a sale over the counter went on; of a collected order it is the order's customer.
ALTER TABLE sale ADD COLUMN customer_id INT UNSIGNED NULL, ADD FOREIGN KEY (customer_id) REFERENCES customer (id);
