CREATE TYPE "public"."standing" AS ENUM('released', 'draft', 'dropping');--> statement-breakpoint
CREATE TABLE "measuring_method" (
	"code" text PRIMARY KEY NOT NULL,
	"label" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "job_event" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" integer NOT NULL,
	"kind" text NOT NULL,
	"device" text NOT NULL,
	"seq" integer NOT NULL,
	"clock_ms" bigint NOT NULL,
	"clock_n" integer NOT NULL,
	"device_time" timestamp with time zone NOT NULL,
	"payload" jsonb NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "job_event_of_device" UNIQUE("job_id","device","seq"),
	CONSTRAINT "job_event_sane" CHECK ("job_event"."seq" > 0 and "job_event"."clock_ms" >= 0 and "job_event"."clock_n" >= 0 and length("job_event"."device") between 1 and 80)
);
--> statement-breakpoint
CREATE TABLE "shop_practice" (
	"name" text PRIMARY KEY NOT NULL,
	"value" double precision NOT NULL,
	"reason" text NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "measurement" DROP CONSTRAINT "measurement_one_subject";--> statement-breakpoint
DROP INDEX "measurement_bay_source";--> statement-breakpoint
ALTER TABLE "measurement" ALTER COLUMN "method" SET DATA TYPE text;--> statement-breakpoint
ALTER TABLE "job_figure" ALTER COLUMN "method" SET DATA TYPE text;--> statement-breakpoint
ALTER TABLE "bay" ADD COLUMN "sent_back_for" text;--> statement-breakpoint
ALTER TABLE "measurement" ADD COLUMN "job_id" integer;--> statement-breakpoint
ALTER TABLE "measurement" ADD COLUMN "event_id" text;--> statement-breakpoint
ALTER TABLE "measurement" ADD COLUMN "standing" "standing" DEFAULT 'released' NOT NULL;--> statement-breakpoint
ALTER TABLE "measurement" ADD COLUMN "proposed_by" integer;--> statement-breakpoint
ALTER TABLE "part_revision" ADD COLUMN "withdrawn_by" integer;--> statement-breakpoint
ALTER TABLE "part_revision" ADD COLUMN "withdrawn_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "part_revision" ADD COLUMN "withdrawn_for" text;--> statement-breakpoint
ALTER TABLE "part_revision" ADD COLUMN "sent_back_for" text;--> statement-breakpoint
ALTER TABLE "fastener" ADD COLUMN "condition" jsonb;--> statement-breakpoint
ALTER TABLE "procedure_revision" ADD COLUMN "withdrawn_by" integer;--> statement-breakpoint
ALTER TABLE "procedure_revision" ADD COLUMN "withdrawn_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "procedure_revision" ADD COLUMN "withdrawn_for" text;--> statement-breakpoint
ALTER TABLE "procedure_revision" ADD COLUMN "sent_back_for" text;--> statement-breakpoint
ALTER TABLE "step" ADD COLUMN "step_id" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "step" ADD COLUMN "after_step" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "step" ADD COLUMN "condition" jsonb;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "odometer_km" integer;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "closed" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "folded" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "job_event" ADD CONSTRAINT "job_event_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "job_event_job" ON "job_event" USING btree ("job_id","clock_ms");--> statement-breakpoint
ALTER TABLE "measurement" ADD CONSTRAINT "measurement_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
INSERT INTO measuring_method (code, label) VALUES ('caliper', 'caliper'), ('tape', 'tape'), ('contour', 'contour gauge'), ('meter', 'meter'), ('jug', 'measuring jug'), ('bench', 'seen'), ('drawing', 'drawing'), ('sheet', 'data sheet'), ('listing', 'listing'), ('spoken', 'told'), ('worked', 'worked out');
--> statement-breakpoint
ALTER TABLE "measurement" ADD CONSTRAINT "measurement_method_measuring_method_code_fk" FOREIGN KEY ("method") REFERENCES "public"."measuring_method"("code") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "measurement" ADD CONSTRAINT "measurement_proposed_by_person_id_fk" FOREIGN KEY ("proposed_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_revision" ADD CONSTRAINT "part_revision_withdrawn_by_person_id_fk" FOREIGN KEY ("withdrawn_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "procedure_revision" ADD CONSTRAINT "procedure_revision_withdrawn_by_person_id_fk" FOREIGN KEY ("withdrawn_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "measurement_job_once" ON "measurement" USING btree ("job_id","key") WHERE "measurement"."job_id" is not null;--> statement-breakpoint
CREATE UNIQUE INDEX "measurement_bay_source" ON "measurement" USING btree ("bay_id","key","source_id","standing") WHERE "measurement"."bay_id" is not null;--> statement-breakpoint
ALTER TABLE "measurement" ADD CONSTRAINT "measurement_waits" CHECK ("measurement"."standing" = 'released' or ("measurement"."bay_id" is not null and "measurement"."proposed_by" is not null));--> statement-breakpoint
ALTER TABLE "measurement" ADD CONSTRAINT "measurement_one_subject" CHECK (("measurement"."subject" = 'bay' and num_nonnulls("measurement"."bay_id", "measurement"."job_id") = 1 and "measurement"."part_revision_id" is null and "measurement"."part_kind" is null) or ("measurement"."subject" <> 'bay' and num_nonnulls("measurement"."bay_id", "measurement"."job_id") = 0 and "measurement"."part_revision_id" is not null and "measurement"."part_kind" is not null and "measurement"."part_kind"::text = "measurement"."subject"::text));
--> statement-breakpoint
-- History is one function; each table tells it by arguments whose record it shows a row: a name, and the column that holds
-- its id, or `column>table.column` where the row names something that belongs to it. The first that is not null counts.
CREATE FUNCTION record_change() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  writer integer := nullif(current_setting('radiatrix.person', true), '')::integer;
  was jsonb := CASE WHEN TG_OP <> 'INSERT' THEN to_jsonb(OLD) - 'content' END;
  becomes jsonb := CASE WHEN TG_OP <> 'DELETE' THEN to_jsonb(NEW) - 'content' END;
  kept jsonb := coalesce(becomes, was);
  subject text;
  i integer := 0;
  own text;
  via text[];
BEGIN
  IF writer IS NULL THEN
    RAISE EXCEPTION 'no person set for this change' USING ERRCODE = 'not_null_violation';
  END IF;
  IF was = becomes THEN RETURN NULL; END IF;
  WHILE i + 1 < TG_NARGS AND subject IS NULL LOOP
    own := split_part(TG_ARGV[i + 1], '>', 1);
    IF kept ->> own IS NOT NULL THEN
      IF position('>' IN TG_ARGV[i + 1]) = 0 THEN
        subject := TG_ARGV[i] || ':' || (kept ->> own);
      ELSE
        via := string_to_array(split_part(TG_ARGV[i + 1], '>', 2), '.');
        EXECUTE format('SELECT %L || %I FROM %I WHERE id = $1', TG_ARGV[i] || ':', via[2], via[1])
          INTO subject USING (kept ->> own)::integer;
      END IF;
    END IF;
    i := i + 2;
  END LOOP;
  INSERT INTO history (person_id, action, "table", record, before, after)
  VALUES (writer, lower(TG_OP), TG_TABLE_NAME, coalesce(subject, TG_TABLE_NAME || ':' || coalesce(kept ->> 'id', kept ->> 'name', '?')), was, becomes);
  RETURN NULL;
END $$;
--> statement-breakpoint
DO $$
DECLARE
  watched text[];
BEGIN
  FOREACH watched SLICE 1 IN ARRAY ARRAY[
    ARRAY['make', $a$'make', 'id'$a$], ARRAY['model', $a$'model', 'id'$a$], ARRAY['engine', $a$'engine', 'id'$a$],
    ARRAY['transmission', $a$'transmission', 'id'$a$], ARRAY['bay', $a$'bay', 'id'$a$],
    ARRAY['configuration', $a$'configuration', 'id'$a$], ARRAY['source', $a$'source', 'id'$a$],
    ARRAY['connector', $a$'connector', 'id'$a$], ARRAY['cavity', $a$'connector', 'connector_id'$a$],
    ARRAY['part', $a$'part', 'id'$a$], ARRAY['part_revision', $a$'part', 'part_id'$a$],
    ARRAY['box_item', $a$'part', 'part_revision_id>part_revision.part_id'$a$],
    ARRAY['interchange', $a$'part', 'part_id'$a$], ARRAY['supersession', $a$'part', 'old_part_id'$a$],
    ARRAY['measurement', $a$'part', 'part_revision_id>part_revision.part_id', 'job', 'job_id', 'bay', 'bay_id'$a$],
    ARRAY['application', $a$'part', 'part_id'$a$],
    ARRAY['outcome', $a$'part', 'part_revision_id>part_revision.part_id'$a$],
    ARRAY['photo', $a$'procedure', 'procedure_id', 'part', 'part_id', 'connector', 'connector_id', 'bay', 'bay_id'$a$],
    ARRAY['procedure', $a$'procedure', 'id'$a$], ARRAY['procedure_revision', $a$'procedure', 'procedure_id'$a$],
    ARRAY['fastener', $a$'procedure', 'revision_id>procedure_revision.procedure_id'$a$],
    ARRAY['step', $a$'procedure', 'revision_id>procedure_revision.procedure_id'$a$],
    ARRAY['step_caution', $a$'procedure', 'revision_id>procedure_revision.procedure_id'$a$],
    ARRAY['step_fastener', $a$'procedure', 'revision_id>procedure_revision.procedure_id'$a$],
    ARRAY['job', $a$'job', 'id'$a$], ARRAY['vin_pattern', $a$'vin_pattern', 'id'$a$],
    ARRAY['measure_mark', $a$'part', 'part_id'$a$], ARRAY['shop_practice', $a$'practice', 'name'$a$]
  ] LOOP
    EXECUTE format('DROP TRIGGER IF EXISTS record_history ON %I', watched[1]);
    EXECUTE format('CREATE TRIGGER record_change AFTER INSERT OR UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION record_change(%s)', watched[1], watched[2]);
  END LOOP;
END $$;
--> statement-breakpoint
-- A released revision stays as it was, but for being withdrawn.
CREATE OR REPLACE FUNCTION keep_released() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD.state = 'released' AND (TG_OP = 'DELETE' OR OLD.withdrawn_at IS NOT NULL OR
    to_jsonb(OLD) - ARRAY['withdrawn_by', 'withdrawn_at', 'withdrawn_for', 'version'] <> to_jsonb(NEW) - ARRAY['withdrawn_by', 'withdrawn_at', 'withdrawn_for', 'version']) THEN
    RAISE EXCEPTION 'a released revision is not changed' USING ERRCODE = 'check_violation', CONSTRAINT = 'revision_released';
  END IF;
  IF TG_OP = 'DELETE' THEN RETURN OLD; END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
-- Sealed in every table that is part of it.
CREATE TRIGGER keep_released_contents BEFORE INSERT OR UPDATE OR DELETE ON step_caution FOR EACH ROW EXECUTE FUNCTION keep_released_contents();
--> statement-breakpoint
CREATE TRIGGER keep_released_contents BEFORE INSERT OR UPDATE OR DELETE ON step_fastener FOR EACH ROW EXECUTE FUNCTION keep_released_contents();
--> statement-breakpoint
-- Events are only ever added to.
CREATE FUNCTION keep_event() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'an event is not changed' USING ERRCODE = 'check_violation', CONSTRAINT = 'job_event_kept';
END $$;
--> statement-breakpoint
CREATE TRIGGER keep_event BEFORE UPDATE ON job_event FOR EACH ROW EXECUTE FUNCTION keep_event();
--> statement-breakpoint
-- Steps get the identity they keep from here on.
ALTER TABLE step DISABLE TRIGGER USER;
--> statement-breakpoint
UPDATE step SET step_id = 's' || (ordinal + 1);
--> statement-breakpoint
ALTER TABLE step ENABLE TRIGGER USER;
--> statement-breakpoint
-- What was known of jobs becomes their first events; their rows are folded anew at the next start.
INSERT INTO source (name, kind, grade, note, "by")
SELECT 'Measured in a job', 'own measurement', 2, '', (SELECT min(id) FROM person)
WHERE EXISTS (SELECT FROM job_figure) AND NOT EXISTS (SELECT FROM source WHERE grade = 2);
--> statement-breakpoint
INSERT INTO job_event (id, job_id, kind, device, seq, clock_ms, clock_n, device_time, payload, "by", at)
SELECT gen_random_uuid(), id, 'opened', 'before', 1, (extract(epoch FROM at) * 1000)::bigint, 0, at,
  jsonb_build_object('vehicleId', configuration_id, 'label', label, 'complaint', complaint, 'odometerKm', NULL, 'alterations', to_jsonb(alterations)), "by", at
FROM job;
--> statement-breakpoint
INSERT INTO job_event (id, job_id, kind, device, seq, clock_ms, clock_n, device_time, payload, "by", at)
SELECT gen_random_uuid(), job_id, 'figure taken', 'before', 1 + row_number() OVER w, (extract(epoch FROM at) * 1000)::bigint, row_number() OVER w, at,
  jsonb_build_object('key', key, 'text', text, 'method', method, 'sourceId', (SELECT min(id) FROM source WHERE grade = 2)), "by", at
FROM job_figure WINDOW w AS (PARTITION BY job_id ORDER BY id);
--> statement-breakpoint
INSERT INTO job_event (id, job_id, kind, device, seq, clock_ms, clock_n, device_time, payload, "by", at)
SELECT gen_random_uuid(), job_id, 'compared', 'before', 1000 + row_number() OVER w, (extract(epoch FROM at) * 1000)::bigint, 1000 + row_number() OVER w, at,
  jsonb_build_object('title', title, 'address', address), "by", at
FROM comparison WINDOW w AS (PARTITION BY job_id ORDER BY id);
--> statement-breakpoint
ALTER TABLE job DISABLE TRIGGER USER;
--> statement-breakpoint
UPDATE job SET folded = false;
--> statement-breakpoint
ALTER TABLE job ENABLE TRIGGER USER;
