CREATE TABLE "access_map" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "access_map_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"bay_id" integer NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "access_map_bay" UNIQUE("bay_id")
);
--> statement-breakpoint
CREATE TABLE "access_map_revision" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "access_map_revision_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"access_map_id" integer NOT NULL,
	"revision" smallint NOT NULL,
	"state" "revision_state" DEFAULT 'draft' NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"author_id" integer NOT NULL,
	"writers" integer[] NOT NULL,
	"checked_by" integer,
	"released_by" integer,
	"released_at" timestamp with time zone,
	"withdrawn_by" integer,
	"withdrawn_at" timestamp with time zone,
	"withdrawn_for" text,
	"sent_back_for" text,
	"title" text NOT NULL,
	"document" jsonb NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "access_map_revision_number" UNIQUE("access_map_id","revision"),
	CONSTRAINT "access_map_release" CHECK (("access_map_revision"."state" = 'released') = ("access_map_revision"."released_by" is not null and "access_map_revision"."released_at" is not null) and ("access_map_revision"."released_by" is null or not ("access_map_revision"."released_by" = any("access_map_revision"."writers")))),
	CONSTRAINT "access_map_check" CHECK (("access_map_revision"."state" <> 'checked' or "access_map_revision"."checked_by" is not null) and ("access_map_revision"."checked_by" is null or not ("access_map_revision"."checked_by" = any("access_map_revision"."writers"))))
);
--> statement-breakpoint
CREATE TABLE "job_photo" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" integer NOT NULL,
	"media_type" text NOT NULL,
	"sha256" text NOT NULL,
	"content" "bytea" NOT NULL,
	"thumb" "bytea" NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "job_photo_type" CHECK ("job_photo"."media_type" in ('image/jpeg', 'image/png', 'image/webp')),
	CONSTRAINT "job_photo_size" CHECK (octet_length("job_photo"."content") between 1 and 5242880)
);
--> statement-breakpoint
ALTER TABLE "job_event" ADD COLUMN "number" integer;--> statement-breakpoint
-- What is kept already counts in the order that it came, as far as that is known.
ALTER TABLE job_event DISABLE TRIGGER USER;--> statement-breakpoint
UPDATE job_event SET number = counted.number FROM (SELECT id, row_number() OVER (PARTITION BY job_id ORDER BY at, clock_ms, clock_n, device, seq) AS number FROM job_event) counted WHERE counted.id = job_event.id;--> statement-breakpoint
ALTER TABLE job_event ENABLE TRIGGER USER;--> statement-breakpoint
ALTER TABLE "job_event" ALTER COLUMN "number" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "access_map" ADD CONSTRAINT "access_map_bay_id_bay_id_fk" FOREIGN KEY ("bay_id") REFERENCES "public"."bay"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "access_map_revision" ADD CONSTRAINT "access_map_revision_access_map_id_access_map_id_fk" FOREIGN KEY ("access_map_id") REFERENCES "public"."access_map"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "access_map_revision" ADD CONSTRAINT "access_map_revision_author_id_person_id_fk" FOREIGN KEY ("author_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "access_map_revision" ADD CONSTRAINT "access_map_revision_checked_by_person_id_fk" FOREIGN KEY ("checked_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "access_map_revision" ADD CONSTRAINT "access_map_revision_released_by_person_id_fk" FOREIGN KEY ("released_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "access_map_revision" ADD CONSTRAINT "access_map_revision_withdrawn_by_person_id_fk" FOREIGN KEY ("withdrawn_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_photo" ADD CONSTRAINT "job_photo_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "access_map_one_open_revision" ON "access_map_revision" USING btree ("access_map_id") WHERE "access_map_revision"."state" <> 'released';--> statement-breakpoint
CREATE INDEX "job_photo_job" ON "job_photo" USING btree ("job_id");--> statement-breakpoint
ALTER TABLE "job_event" ADD CONSTRAINT "job_event_number" UNIQUE("job_id","number");