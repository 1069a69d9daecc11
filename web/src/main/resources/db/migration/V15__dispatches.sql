-- How a site's files are called; null for the usual pattern.
ALTER TABLE site ADD COLUMN name_pattern VARCHAR(120) NULL;

-- What left for a site, when, by whom, and, where something stood against it, why all the same.
CREATE TABLE dispatch (
  id      BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  site_id VARCHAR(64)  COLLATE utf8mb4_nopad_bin NOT NULL,
  made_at DATETIME(3)  NOT NULL,
  made_by VARCHAR(64)  NOT NULL,
  target  VARCHAR(64)  NOT NULL,
  reason  VARCHAR(500) NOT NULL DEFAULT '',
  CONSTRAINT dispatch_site FOREIGN KEY (site_id) REFERENCES site (id)
);

-- Its files, as they were: the bytes are kept as long as the dispatch is.
CREATE TABLE dispatched_file (
  id          BIGINT        NOT NULL AUTO_INCREMENT PRIMARY KEY,
  dispatch_id BIGINT        NOT NULL,
  slot        VARCHAR(64)   COLLATE utf8mb4_nopad_bin NOT NULL,
  section     VARCHAR(64)   COLLATE utf8mb4_nopad_bin NOT NULL,
  member      INT           NOT NULL,
  density     INT           NOT NULL,
  revision    INT           NOT NULL,
  path        VARCHAR(400)  NOT NULL,
  type        VARCHAR(8)    NOT NULL,
  width       INT           NOT NULL,
  height      INT           NOT NULL,
  bytes       BIGINT        NOT NULL,
  sha256      CHAR(64)      NOT NULL,
  picture     VARCHAR(64)   COLLATE utf8mb4_nopad_bin NOT NULL,
  title       VARCHAR(200)  NOT NULL,
  description VARCHAR(2000) NOT NULL,
  link        VARCHAR(500)  NOT NULL,
  against     VARCHAR(2000) NOT NULL DEFAULT '',
  KEY dispatched_bytes (sha256),
  CONSTRAINT dispatched_file_of FOREIGN KEY (dispatch_id) REFERENCES dispatch (id) ON DELETE CASCADE
);

-- Where a click on a slot's picture leads.
CREATE TABLE slot_link (
  id       BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  site_id  VARCHAR(64)  COLLATE utf8mb4_nopad_bin NOT NULL,
  section  VARCHAR(64)  COLLATE utf8mb4_nopad_bin NOT NULL,
  slot     VARCHAR(64)  COLLATE utf8mb4_nopad_bin NOT NULL,
  leads_to VARCHAR(500) NOT NULL,
  UNIQUE KEY slot_link_place (site_id, section, slot),
  CONSTRAINT slot_link_site FOREIGN KEY (site_id) REFERENCES site (id)
);
