-- What headings were taken for belonged to everybody, and one wrong choice spoilt every later file.
DROP TABLE heading_memory;
--> statement-breakpoint
-- A table that waits for a reviewer must outlive a crash.
ALTER TABLE import_line SET LOGGED;
--> statement-breakpoint
CREATE TABLE "device" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"person_id" integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "audit" (
	"one" boolean PRIMARY KEY DEFAULT true NOT NULL,
	"state" jsonb NOT NULL,
	"stop_asked" boolean DEFAULT false NOT NULL,
	"beat" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "audit_one" CHECK ("audit"."one")
);
--> statement-breakpoint
CREATE TABLE "heading_memory" (
	"person_id" integer NOT NULL,
	"kind" text NOT NULL,
	"shape" text NOT NULL,
	"mapping" jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "heading_memory_person_id_kind_shape_pk" PRIMARY KEY("person_id","kind","shape")
);
--> statement-breakpoint
CREATE TABLE "upload" (
	"id" uuid PRIMARY KEY NOT NULL,
	"person_id" integer NOT NULL,
	"view" jsonb NOT NULL,
	"state" text NOT NULL,
	"done" integer DEFAULT 0 NOT NULL,
	"message" text DEFAULT '' NOT NULL,
	"encoding" text NOT NULL,
	"separator" text NOT NULL,
	"wrong" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"bundle" jsonb,
	"stop_asked" boolean DEFAULT false NOT NULL,
	"beat" timestamp with time zone,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "upload_state" CHECK ("upload"."state" in ('mapping', 'reading', 'ready', 'applying', 'applied', 'waiting', 'stopped', 'failed'))
);
--> statement-breakpoint
CREATE TABLE "upload_piece" (
	"upload_id" uuid NOT NULL,
	"ordinal" integer NOT NULL,
	"content" "bytea" NOT NULL,
	CONSTRAINT "upload_piece_upload_id_ordinal_pk" PRIMARY KEY("upload_id","ordinal")
);
--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "administers" boolean DEFAULT false NOT NULL;--> statement-breakpoint
-- Accounts had no administrator; a reviewer answers for the most, and can give it to somebody else.
UPDATE "person" SET "administers" = true WHERE "role" = 'reviewer';--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "active" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "invite_hash" text;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "invite_until" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "photo" ADD COLUMN "thumb" "bytea";--> statement-breakpoint
ALTER TABLE "photo" ADD COLUMN "width" integer;--> statement-breakpoint
ALTER TABLE "photo" ADD COLUMN "height" integer;--> statement-breakpoint
ALTER TABLE "photo" ADD COLUMN "removed_for" text;--> statement-breakpoint
ALTER TABLE "photo" ADD COLUMN "removed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "handed_to" integer;--> statement-breakpoint
ALTER TABLE "device" ADD CONSTRAINT "device_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "heading_memory" ADD CONSTRAINT "heading_memory_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "upload" ADD CONSTRAINT "upload_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "upload_piece" ADD CONSTRAINT "upload_piece_upload_id_upload_id_fk" FOREIGN KEY ("upload_id") REFERENCES "public"."upload"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "device_person" ON "device" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "upload_person" ON "upload" USING btree ("person_id");--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_handed_to_person_id_fk" FOREIGN KEY ("handed_to") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
-- Numbers that differ in their case alone were two parts in one place and one in another: they are one, and the later of
-- two that were kept apart says that it was.
DO $$
BEGIN
  PERFORM set_config('radiatrix.person', coalesce((SELECT min(id) FROM person)::text, ''), true);
  UPDATE part SET number = number || ' (' || id || ')' WHERE id IN (
    SELECT id FROM (SELECT id, row_number() OVER (PARTITION BY lower(number) ORDER BY id) AS nth FROM part) each WHERE nth > 1);
END $$;
--> statement-breakpoint
CREATE UNIQUE INDEX "part_number_any_case" ON "part" USING btree (lower("number"));--> statement-breakpoint
ALTER TABLE "person" ADD CONSTRAINT "person_inviteHash_unique" UNIQUE("invite_hash");--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_removed" CHECK (("photo"."removed_at" is null) = ("photo"."removed_for" is null));
--> statement-breakpoint
-- History shows what happened to a record, never its bytes or secrets.
CREATE OR REPLACE FUNCTION record_change() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  writer integer := nullif(current_setting('radiatrix.person', true), '')::integer;
  hidden text[] := ARRAY['content', 'thumb', 'password_hash', 'invite_hash'];
  was jsonb := CASE WHEN TG_OP <> 'INSERT' THEN to_jsonb(OLD) - hidden END;
  becomes jsonb := CASE WHEN TG_OP <> 'DELETE' THEN to_jsonb(NEW) - hidden END;
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
-- The first people come before there is anybody in whose name they could be written.
CREATE TRIGGER record_change AFTER INSERT OR UPDATE ON person FOR EACH ROW
  WHEN (nullif(current_setting('radiatrix.person', true), '') IS NOT NULL) EXECUTE FUNCTION record_change('person', 'id');
--> statement-breakpoint
-- A model does not end before its last vehicle, nor begin after its first.
CREATE FUNCTION life_holds() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (SELECT 1 FROM configuration WHERE model_id = NEW.id AND NOT (year::integer <@ NEW.life))
    OR EXISTS (SELECT 1 FROM application WHERE model_id = NEW.id AND NOT (years <@ NEW.life)) THEN
    RAISE EXCEPTION 'vehicles outside the life' USING ERRCODE = 'check_violation', CONSTRAINT = 'model_life_holds';
  END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER life_holds BEFORE UPDATE OF life ON model FOR EACH ROW EXECUTE FUNCTION life_holds();
--> statement-breakpoint
-- A set of ids is no foreign key: what it names is looked for, once for all rows of a statement.
CREATE FUNCTION named_exist() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (SELECT 1 FROM (SELECT DISTINCT engine_ids FROM added WHERE NOT upper_inf(engine_ids)) each
      WHERE NOT each.engine_ids <@ (SELECT coalesce(range_agg(int4range(id, id + 1)), '{}') FROM engine))
    OR EXISTS (SELECT 1 FROM (SELECT DISTINCT transmission_ids FROM added WHERE NOT upper_inf(transmission_ids)) each
      WHERE NOT each.transmission_ids <@ (SELECT coalesce(range_agg(int4range(id, id + 1)), '{}') FROM transmission)) THEN
    RAISE EXCEPTION 'names an engine or transmission that is not on record' USING ERRCODE = 'check_violation', CONSTRAINT = 'application_names_exist';
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER named_exist_new AFTER INSERT ON application REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION named_exist();
--> statement-breakpoint
CREATE TRIGGER named_exist_changed AFTER UPDATE ON application REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION named_exist();
--> statement-breakpoint
-- The same line of the same source is kept once; sets and exceptions are long, so their hashes stand for them.
DO $$
BEGIN
  PERFORM set_config('radiatrix.person', coalesce((SELECT min(id) FROM person)::text, ''), true);
  DELETE FROM application WHERE id IN (
    SELECT id FROM (SELECT id, row_number() OVER (PARTITION BY part_id, source_id, model_id, years, built, engine_ids, transmission_ids, packages, air_conditioning, exceptions ORDER BY id) AS nth FROM application) each WHERE nth > 1);
END $$;
--> statement-breakpoint
CREATE UNIQUE INDEX application_once ON application (part_id, model_id, source_id, years, built, hash_multirange(engine_ids), hash_multirange(transmission_ids), hash_multirange(packages), coalesce(air_conditioning::integer, 2), jsonb_hash(exceptions));
