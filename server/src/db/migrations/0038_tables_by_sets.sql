CREATE TABLE "import_batch" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "import_batch_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"name" text NOT NULL,
	"person_id" integer NOT NULL,
	"rows" integer NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"sent_back_for" text,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "import_batch_part" (
	"batch_id" integer NOT NULL,
	"part_revision_id" integer NOT NULL,
	"row" integer NOT NULL,
	"odd" jsonb DEFAULT '[]'::jsonb NOT NULL,
	CONSTRAINT "import_batch_part_batch_id_part_revision_id_pk" PRIMARY KEY("batch_id","part_revision_id")
);
--> statement-breakpoint
CREATE TABLE "upload_fix" (
	"upload_id" uuid NOT NULL,
	"row" integer NOT NULL,
	"cells" jsonb,
	CONSTRAINT "upload_fix_upload_id_row_pk" PRIMARY KEY("upload_id","row")
);
--> statement-breakpoint
CREATE TABLE "upload_wrong" (
	"upload_id" uuid NOT NULL,
	"row" integer NOT NULL,
	"cells" jsonb NOT NULL,
	"problems" jsonb NOT NULL,
	CONSTRAINT "upload_wrong_upload_id_row_pk" PRIMARY KEY("upload_id","row")
);
--> statement-breakpoint
ALTER TABLE "upload_piece" ADD COLUMN "sheet" smallint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "upload_piece" DROP CONSTRAINT "upload_piece_upload_id_ordinal_pk";--> statement-breakpoint
ALTER TABLE "upload_piece" ADD CONSTRAINT "upload_piece_upload_id_sheet_ordinal_pk" PRIMARY KEY("upload_id","sheet","ordinal");--> statement-breakpoint
ALTER TABLE "heading_memory" ADD COLUMN "choices" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "upload" ADD COLUMN "partly" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "import_batch" ADD CONSTRAINT "import_batch_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "import_batch_part" ADD CONSTRAINT "import_batch_part_batch_id_import_batch_id_fk" FOREIGN KEY ("batch_id") REFERENCES "public"."import_batch"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "import_batch_part" ADD CONSTRAINT "import_batch_part_part_revision_id_part_revision_id_fk" FOREIGN KEY ("part_revision_id") REFERENCES "public"."part_revision"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "upload_fix" ADD CONSTRAINT "upload_fix_upload_id_upload_id_fk" FOREIGN KEY ("upload_id") REFERENCES "public"."upload"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "upload_wrong" ADD CONSTRAINT "upload_wrong_upload_id_upload_id_fk" FOREIGN KEY ("upload_id") REFERENCES "public"."upload"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "import_batch_part_revision" ON "import_batch_part" USING btree ("part_revision_id");--> statement-breakpoint
ALTER TABLE "upload" DROP COLUMN "wrong";--> statement-breakpoint
-- A table half read by the version before is sent again; one that waits for a reviewer is kept.
DELETE FROM upload WHERE state <> 'waiting';
--> statement-breakpoint
-- Rows of a table of parts on their way in, one for each row of the file; `first` is the first row of the same part. What a row
-- leaves empty is null: it says nothing. Unlogged, since a file that was not applied is read again.
CREATE UNLOGGED TABLE import_part (
  upload uuid NOT NULL,
  row integer NOT NULL,
  first integer NOT NULL,
  number text NOT NULL,
  maker text NOT NULL,
  kind part_kind NOT NULL,
  description text,
  notes text,
  supersedes text,
  interchange jsonb,
  in_the_box jsonb,
  -- new, changed, same or wrong, of the first row; the part, its newest revision, and the draft that the row goes into.
  verdict text NOT NULL DEFAULT 'new',
  part_id integer,
  revision_id integer,
  draft_id integer,
  PRIMARY KEY (upload, row)
);
--> statement-breakpoint
CREATE INDEX import_part_first ON import_part (upload, first);
--> statement-breakpoint
CREATE INDEX import_part_number ON import_part (upload, lower(number));
--> statement-breakpoint
CREATE UNLOGGED TABLE import_figure (
  upload uuid NOT NULL,
  row integer NOT NULL,
  first integer NOT NULL,
  key text NOT NULL,
  type value_type NOT NULL,
  value double precision,
  u double precision,
  choice text,
  connector_id integer,
  text text NOT NULL,
  method text NOT NULL,
  source_id integer NOT NULL,
  held boolean NOT NULL DEFAULT false
);
--> statement-breakpoint
CREATE INDEX import_figure_first ON import_figure (upload, first);
