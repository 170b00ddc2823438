-- What is to happen once a change is committed, and only then: printing, planning. A row is added in the transaction of
-- the change; whoever claims it does it, and says how it went.
CREATE TABLE job (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  kind VARCHAR(20) NOT NULL,
  -- What it is about, for people.
  what VARCHAR(120) NOT NULL,
  payload JSON NOT NULL,
  state ENUM('waiting', 'running', 'done', 'stuck', 'dropped') NOT NULL DEFAULT 'waiting',
  attempts INT UNSIGNED NOT NULL DEFAULT 0,
  due_at DATETIME(3) NOT NULL,
  held_until DATETIME(3) NULL,
  why VARCHAR(300) NULL,
  made_at DATETIME(3) NOT NULL,
  made_by INT UNSIGNED NOT NULL,
  -- Kind and subject while it is open: asked for again meanwhile, it is the same job.
  open_for VARCHAR(120) NULL UNIQUE,
  KEY due (state, due_at),
  KEY (made_at),
  FOREIGN KEY (made_by) REFERENCES staff (id)
);
