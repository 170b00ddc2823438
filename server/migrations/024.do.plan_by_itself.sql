-- A plan made by itself has no maker.
ALTER TABLE cut_plan MODIFY made_by INT UNSIGNED NULL;
-- A person let the line go on the plan, for money: it is not cut for until it is wanted again.
ALTER TABLE order_line ADD COLUMN let_go_by INT UNSIGNED NULL, ADD FOREIGN KEY (let_go_by) REFERENCES staff (id);
