CREATE TABLE "merge" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "merge_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"kind" text NOT NULL,
	"kept_id" integer NOT NULL,
	"gone_id" integer NOT NULL,
	"kept_title" text NOT NULL,
	"gone_title" text NOT NULL,
	"moved" jsonb NOT NULL,
	"gone" jsonb NOT NULL,
	"clashes" jsonb NOT NULL,
	"told" jsonb NOT NULL,
	"withdrawn" integer[] NOT NULL,
	"undone_by" integer,
	"undone_at" timestamp with time zone,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "merge_kind" CHECK ("merge"."kind" in ('part', 'vehicle', 'make', 'model', 'connector', 'source')),
	CONSTRAINT "merge_two" CHECK ("merge"."kept_id" <> "merge"."gone_id"),
	CONSTRAINT "merge_undone" CHECK (("merge"."undone_by" is null) = ("merge"."undone_at" is null))
);
--> statement-breakpoint
ALTER TABLE "merge" ADD CONSTRAINT "merge_undone_by_person_id_fk" FOREIGN KEY ("undone_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "merge_gone" ON "merge" USING btree ("kind","gone_id");--> statement-breakpoint
CREATE INDEX "merge_kept" ON "merge" USING btree ("kind","kept_id");--> statement-breakpoint
-- A released revision stays as it was, but for being withdrawn; and for what the merging of two records of one thing does
-- to it and takes back: it names the other record, or is withdrawn with its own. What it says of a figure stays.
CREATE OR REPLACE FUNCTION keep_released() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  merging boolean := coalesce(current_setting('radiatrix.merging', true), '') = 'yes';
BEGIN
  IF OLD.state = 'released' AND (TG_OP = 'DELETE' OR (OLD.withdrawn_at IS NOT NULL AND NOT merging) OR
    to_jsonb(OLD) - ARRAY['withdrawn_by', 'withdrawn_at', 'withdrawn_for', 'version'] <> to_jsonb(NEW) - ARRAY['withdrawn_by', 'withdrawn_at', 'withdrawn_for', 'version']) THEN
    RAISE EXCEPTION 'a released revision is not changed' USING ERRCODE = 'check_violation', CONSTRAINT = 'revision_released';
  END IF;
  IF TG_OP = 'DELETE' THEN RETURN OLD; END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION keep_released_contents() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  contents jsonb := to_jsonb(CASE WHEN TG_OP = 'INSERT' THEN NEW ELSE OLD END);
  names text[] := ARRAY['source_id', 'connector_id', 'old_part_id', 'by', 'at'];
  found_state revision_state;
BEGIN
  IF coalesce(current_setting('radiatrix.merging', true), '') = 'yes' THEN
    IF TG_OP <> 'UPDATE' THEN RETURN CASE WHEN TG_OP = 'DELETE' THEN OLD ELSE NEW END; END IF;
    IF to_jsonb(OLD) - names = to_jsonb(NEW) - names THEN RETURN NEW; END IF;
  END IF;
  IF contents ? 'part_revision_id' THEN
    SELECT state INTO found_state FROM part_revision WHERE id = (contents ->> 'part_revision_id')::integer;
  ELSE
    SELECT state INTO found_state FROM procedure_revision WHERE id = (contents ->> 'revision_id')::integer;
  END IF;
  IF found_state = 'released' THEN
    RAISE EXCEPTION 'a released revision is not changed' USING ERRCODE = 'check_violation', CONSTRAINT = 'revision_released';
  END IF;
  RETURN CASE WHEN TG_OP = 'DELETE' THEN OLD ELSE NEW END;
END $$;
