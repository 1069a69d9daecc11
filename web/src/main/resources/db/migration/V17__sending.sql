-- How Gavlin reaches a site. The secret is sealed with the installation's key file, in Base64 (RFC 4648).
CREATE TABLE connection (
  site_id   VARCHAR(64)    COLLATE utf8mb4_nopad_bin NOT NULL PRIMARY KEY,
  kind      VARCHAR(16)    NOT NULL,
  address   VARCHAR(300)   NOT NULL,
  user_name VARCHAR(200)   NOT NULL,
  secret    VARCHAR(16000) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  host_key  VARCHAR(200)   NOT NULL DEFAULT '',
  set_by    VARCHAR(64)    NOT NULL,
  set_at    DATETIME(3)    NOT NULL,
  CONSTRAINT connection_site FOREIGN KEY (site_id) REFERENCES site (id)
);

-- Where a dispatch to a site stands: what it waits for, or why it stopped.
ALTER TABLE dispatch ADD COLUMN stopped BOOLEAN NOT NULL DEFAULT FALSE;
ALTER TABLE dispatch ADD COLUMN failures INT NOT NULL DEFAULT 0;
ALTER TABLE dispatch ADD COLUMN says VARCHAR(600) NOT NULL DEFAULT '';

-- A file on its way to a site, and the receipt for it: what the site then held, and what it had become.
CREATE TABLE delivery (
  id        BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  file_id   BIGINT       NOT NULL UNIQUE,
  state     VARCHAR(12)  NOT NULL,
  says      VARCHAR(600) NOT NULL DEFAULT '',
  tries     INT          NOT NULL DEFAULT 0,
  sent_at   DATETIME(3)  NULL,
  looked_at DATETIME(3)  NULL,
  outcome   VARCHAR(12)  NULL,
  likeness  DOUBLE       NULL,
  part      VARCHAR(60)  NULL,
  held_type VARCHAR(40)  NULL,
  held_size VARCHAR(24)  NULL,
  held_bytes BIGINT      NULL,
  held_sha256 CHAR(64)   NULL,
  flattened BOOLEAN      NOT NULL DEFAULT FALSE,
  seen      BOOLEAN      NOT NULL DEFAULT FALSE,
  CONSTRAINT delivery_of FOREIGN KEY (file_id) REFERENCES dispatched_file (id) ON DELETE CASCADE
);

-- db-scheduler's own table (its documentation, "MySQL"), with times that no session's time zone changes.
CREATE TABLE scheduled_tasks (
  task_name            VARCHAR(100) NOT NULL,
  task_instance        VARCHAR(100) NOT NULL,
  task_data            BLOB         NULL,
  execution_time       DATETIME(6)  NOT NULL,
  picked               BOOLEAN      NOT NULL,
  picked_by            VARCHAR(50)  NULL,
  last_success         DATETIME(6)  NULL,
  last_failure         DATETIME(6)  NULL,
  consecutive_failures INT          NULL,
  last_heartbeat       DATETIME(6)  NULL,
  version              BIGINT       NOT NULL,
  priority             SMALLINT     NULL,
  PRIMARY KEY (task_name, task_instance),
  INDEX scheduled_tasks_due (execution_time),
  INDEX scheduled_tasks_heartbeat (last_heartbeat)
);
