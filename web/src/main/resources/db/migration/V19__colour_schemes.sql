-- Named sets of colours, kept with a site.
CREATE TABLE colour_scheme (
  id         BIGINT        NOT NULL AUTO_INCREMENT PRIMARY KEY,
  site_id    VARCHAR(64)   COLLATE utf8mb4_nopad_bin NOT NULL,
  name       VARCHAR(80)   NOT NULL,
  document   VARCHAR(2000) NOT NULL,
  changed_by VARCHAR(64)   NOT NULL,
  changed_at DATETIME(3)   NOT NULL,
  UNIQUE KEY colour_scheme_name (site_id, name),
  CONSTRAINT colour_scheme_site FOREIGN KEY (site_id) REFERENCES site (id)
);
