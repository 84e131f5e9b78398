-- Lines of a table on their way in: unlogged, since a file that was not applied is uploaded again.
CREATE UNLOGGED TABLE import_line (
  upload text NOT NULL,
  row integer NOT NULL,
  part_id integer NOT NULL,
  model_id integer NOT NULL,
  source_id integer NOT NULL,
  years int4range NOT NULL,
  built daterange NOT NULL,
  engine_ids int4multirange NOT NULL,
  transmission_ids int4multirange NOT NULL,
  air_conditioning boolean,
  packages int4multirange NOT NULL,
  fits boolean NOT NULL,
  original boolean NOT NULL,
  exceptions jsonb NOT NULL,
  -- new, changed, same or wrong; the record it changes or equals.
  verdict text NOT NULL DEFAULT 'new',
  application_id integer
);
--> statement-breakpoint
CREATE INDEX import_line_upload ON import_line (upload, part_id, source_id, model_id);
--> statement-breakpoint
CREATE TABLE heading_memory (
  kind text NOT NULL,
  heading text NOT NULL,
  field text NOT NULL,
  unit text NOT NULL DEFAULT '',
  PRIMARY KEY (kind, heading)
);
