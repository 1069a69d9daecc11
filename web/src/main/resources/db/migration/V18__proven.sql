-- Which files somebody found right where they stand: by section, slot and member, and the file's checksum.
CREATE TABLE proven (
  id        BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  site_id   VARCHAR(64)  COLLATE utf8mb4_nopad_bin NOT NULL,
  place     VARCHAR(160) COLLATE utf8mb4_nopad_bin NOT NULL,
  sha256    CHAR(64)     NOT NULL,
  proven_by VARCHAR(64)  NOT NULL,
  proven_at DATETIME(3)  NOT NULL,
  UNIQUE KEY proven_place (site_id, place),
  CONSTRAINT proven_site FOREIGN KEY (site_id) REFERENCES site (id)
);
