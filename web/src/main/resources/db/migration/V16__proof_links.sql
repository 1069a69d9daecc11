-- Links by which a proof opens without an account, by the hash of what stands in them. No pages: all of them.
CREATE TABLE proof_link (
  id        BIGINT        NOT NULL AUTO_INCREMENT PRIMARY KEY,
  site_id   VARCHAR(64)   COLLATE utf8mb4_nopad_bin NOT NULL,
  hash      CHAR(64)      NOT NULL UNIQUE,
  pages     VARCHAR(4000) NOT NULL,
  ends_at   DATETIME(3)   NOT NULL,
  made_by   VARCHAR(64)   NOT NULL,
  made_at   DATETIME(3)   NOT NULL,
  CONSTRAINT proof_link_site FOREIGN KEY (site_id) REFERENCES site (id)
);

-- What was said of a slot by somebody whom a proof was sent to. They outlive their link.
CREATE TABLE remark (
  id      BIGINT        NOT NULL AUTO_INCREMENT PRIMARY KEY,
  site_id VARCHAR(64)   COLLATE utf8mb4_nopad_bin NOT NULL,
  slot    VARCHAR(64)   COLLATE utf8mb4_nopad_bin NOT NULL,
  page    VARCHAR(120)  NOT NULL,
  name    VARCHAR(80)   NOT NULL,
  says    VARCHAR(1000) NOT NULL,
  made_at DATETIME(3)   NOT NULL,
  CONSTRAINT remark_site FOREIGN KEY (site_id) REFERENCES site (id)
);
