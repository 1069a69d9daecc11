-- Accounts and what they may reach.
CREATE TABLE account (
  id            BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  name          VARCHAR(64)  NOT NULL UNIQUE,
  password_hash VARCHAR(100) NOT NULL,
  everywhere    BOOLEAN      NOT NULL
);

CREATE TABLE site (
  id             VARCHAR(64)  NOT NULL PRIMARY KEY,
  name           VARCHAR(120) NOT NULL,
  sheet          MEDIUMTEXT   NOT NULL,
  sheet_revision INT          NOT NULL,
  made_at        DATETIME(3)  NOT NULL
);

-- A warden of a site has section ''; a keeper has one row for each section.
CREATE TABLE membership (
  id         BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  account_id BIGINT      NOT NULL,
  site_id    VARCHAR(64) NOT NULL,
  section    VARCHAR(64) NOT NULL,
  UNIQUE KEY membership_once (account_id, site_id, section),
  FOREIGN KEY (account_id) REFERENCES account (id),
  FOREIGN KEY (site_id) REFERENCES site (id)
);

-- Bytes by what they are: the same bytes are stored once. Chunks are read one by one, so no file is ever in memory whole
-- unless a caller wants it.
CREATE TABLE stored_file (
  sha256  CHAR(64)    NOT NULL PRIMARY KEY,
  bytes   BIGINT      NOT NULL,
  made_at DATETIME(3) NOT NULL
);
CREATE TABLE stored_chunk (
  sha256 CHAR(64)   NOT NULL,
  part   INT        NOT NULL,
  data   MEDIUMBLOB NOT NULL,
  PRIMARY KEY (sha256, part),
  FOREIGN KEY (sha256) REFERENCES stored_file (sha256)
);

CREATE TABLE picture (
  number      BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  site_id     VARCHAR(64)  NOT NULL,
  id          VARCHAR(64)  NOT NULL,
  sha256      CHAR(64)     NOT NULL,
  file_name   VARCHAR(255) NOT NULL,
  type        VARCHAR(16)  NOT NULL,
  width       INT          NOT NULL,
  height      INT          NOT NULL,
  transparent BOOLEAN      NOT NULL,
  bytes       BIGINT       NOT NULL,
  notes       VARCHAR(500) NOT NULL,
  title       VARCHAR(200) NOT NULL,
  description TEXT         NOT NULL,
  credit      VARCHAR(300) NOT NULL,
  licence     VARCHAR(200) NOT NULL,
  added_by    VARCHAR(64)  NOT NULL,
  added_at    DATETIME(3)  NOT NULL,
  UNIQUE KEY picture_id (site_id, id),
  UNIQUE KEY picture_once (site_id, sha256),
  FOREIGN KEY (site_id) REFERENCES site (id),
  FOREIGN KEY (sha256) REFERENCES stored_file (sha256)
);

-- Every change of a fit is a new row; rows are never changed. The head says which revision holds now: undo moves it to the
-- parent, redo to the newest child.
CREATE TABLE fit_head (
  id                BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  site_id           VARCHAR(64) NOT NULL,
  slot              VARCHAR(64) NOT NULL,
  section           VARCHAR(64) NOT NULL,
  current_revision  INT         NOT NULL,
  newest_revision   INT         NOT NULL,
  accepted_revision INT         NOT NULL,
  UNIQUE KEY fit_head_slot (site_id, slot, section),
  FOREIGN KEY (site_id) REFERENCES site (id)
);
CREATE TABLE fit_revision (
  id             BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  head_id        BIGINT      NOT NULL,
  revision       INT         NOT NULL,
  parent         INT         NOT NULL,
  picture_number BIGINT      NOT NULL,
  focal_x        DOUBLE      NOT NULL,
  focal_y        DOUBLE      NOT NULL,
  zoom           DOUBLE      NOT NULL,
  rule           VARCHAR(16) NOT NULL,
  backing        INT         NULL,
  type           VARCHAR(16) NULL,
  made_by        VARCHAR(64) NOT NULL,
  made_at        DATETIME(3) NOT NULL,
  UNIQUE KEY fit_revision_once (head_id, revision),
  FOREIGN KEY (head_id) REFERENCES fit_head (id),
  FOREIGN KEY (picture_number) REFERENCES picture (number)
);

-- Results, by the hash of everything that made them. Derived: rows may be deleted at any time.
CREATE TABLE rendition (
  rendition_key      CHAR(64)    NOT NULL PRIMARY KEY,
  sha256             CHAR(64)    NOT NULL,
  type               VARCHAR(16) NOT NULL,
  width              INT         NOT NULL,
  height             INT         NOT NULL,
  bytes              BIGINT      NOT NULL,
  ssim               DOUBLE      NOT NULL,
  transparent_pixels INT         NOT NULL,
  tried              TEXT        NOT NULL,
  made_at            DATETIME(3) NOT NULL,
  FOREIGN KEY (sha256) REFERENCES stored_file (sha256)
);

-- spring-session-jdbc, as its own script for MySQL has it.
CREATE TABLE SPRING_SESSION (
  PRIMARY_ID            CHAR(36) NOT NULL,
  SESSION_ID            CHAR(36) NOT NULL,
  CREATION_TIME         BIGINT   NOT NULL,
  LAST_ACCESS_TIME      BIGINT   NOT NULL,
  MAX_INACTIVE_INTERVAL INT      NOT NULL,
  EXPIRY_TIME           BIGINT   NOT NULL,
  PRINCIPAL_NAME        VARCHAR(100),
  CONSTRAINT SPRING_SESSION_PK PRIMARY KEY (PRIMARY_ID)
) ROW_FORMAT = DYNAMIC;
CREATE UNIQUE INDEX SPRING_SESSION_IX1 ON SPRING_SESSION (SESSION_ID);
CREATE INDEX SPRING_SESSION_IX2 ON SPRING_SESSION (EXPIRY_TIME);
CREATE INDEX SPRING_SESSION_IX3 ON SPRING_SESSION (PRINCIPAL_NAME);
CREATE TABLE SPRING_SESSION_ATTRIBUTES (
  SESSION_PRIMARY_ID CHAR(36)     NOT NULL,
  ATTRIBUTE_NAME     VARCHAR(200) NOT NULL,
  ATTRIBUTE_BYTES    BLOB         NOT NULL,
  CONSTRAINT SPRING_SESSION_ATTRIBUTES_PK PRIMARY KEY (SESSION_PRIMARY_ID, ATTRIBUTE_NAME),
  CONSTRAINT SPRING_SESSION_ATTRIBUTES_FK FOREIGN KEY (SESSION_PRIMARY_ID) REFERENCES SPRING_SESSION (PRIMARY_ID)
    ON DELETE CASCADE
) ROW_FORMAT = DYNAMIC;
