-- The cut plan: problems as they stood, the best plan so far, who runs it, whether it was accepted.
CREATE TABLE cut_plan (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  -- The plan this one was changed from by hand.
  parent_id INT UNSIGNED NULL,
  state ENUM('running', 'done', 'stopped', 'failed', 'accepted') NOT NULL,
  horizon ENUM('today', 'tomorrow', 'all') NOT NULL,
  made_by INT UNSIGNED NOT NULL,
  made_at DATETIME(3) NOT NULL,
  beat_at DATETIME(3) NOT NULL,
  stop_asked BOOLEAN NOT NULL DEFAULT FALSE,
  -- What was asked, by species, and what was found.
  problems MEDIUMTEXT NOT NULL,
  found MEDIUMTEXT NOT NULL,
  pinned MEDIUMTEXT NOT NULL,
  note VARCHAR(500) NOT NULL DEFAULT '',
  KEY (made_at),
  FOREIGN KEY (parent_id) REFERENCES cut_plan (id),
  FOREIGN KEY (made_by) REFERENCES staff (id)
);

-- One line may come from several fish, and so from several tickets.
ALTER TABLE ticket_cut ADD UNIQUE KEY one_line_a_ticket (ticket_id, line_id), ADD KEY by_line (line_id);
ALTER TABLE ticket_cut DROP INDEX line_id;
ALTER TABLE ticket
  ADD COLUMN plan_id INT UNSIGNED NULL,
  -- Where the knife goes, as the plan has it: the mode and the pieces of one fish.
  ADD COLUMN marks VARCHAR(8000) NULL,
  ADD FOREIGN KEY (plan_id) REFERENCES cut_plan (id);
