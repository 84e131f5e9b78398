CREATE TABLE "failure_report" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "failure_report_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"part_id" integer NOT NULL,
	"revision" integer,
	"serial" text DEFAULT '' NOT NULL,
	"vehicle" text NOT NULL,
	"key" text NOT NULL,
	"job_id" integer,
	"in_on" date,
	"out_on" date NOT NULL,
	"in_km" integer,
	"out_km" integer,
	"mode" text,
	"noisy" boolean,
	"beside" text DEFAULT '' NOT NULL,
	"circumstances" text DEFAULT '' NOT NULL,
	"consequent" text DEFAULT '' NOT NULL,
	"settled" text DEFAULT 'kept' NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "failure_report_mode" CHECK ("failure_report"."mode" in ('leaks', 'tank-split', 'blocked-inside', 'fins-gone', 'seized', 'slow', 'noisy', 'blade-shed', 'ring-flexed', 'cracked', 'cooked', 'no-output', 'stuck', 'off-its-mark', 'backwards', 'does-not-belong', 'on-the-bench', 'other')),
	CONSTRAINT "failure_report_settled" CHECK ("failure_report"."settled" in ('kept', 'returned', 'refunded', 'replaced by its maker')),
	CONSTRAINT "failure_report_order" CHECK (("failure_report"."in_on" is null or "failure_report"."out_on" >= "failure_report"."in_on") and ("failure_report"."in_km" is null or "failure_report"."out_km" is null or "failure_report"."out_km" >= "failure_report"."in_km")),
	CONSTRAINT "failure_report_km" CHECK (coalesce("failure_report"."in_km", 0) >= 0 and coalesce("failure_report"."out_km", 0) >= 0)
);
--> statement-breakpoint
CREATE TABLE "part_standing" (
	"part_id" integer PRIMARY KEY NOT NULL,
	"word" text NOT NULL,
	"words" text[] NOT NULL,
	"standing" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sighting" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "sighting_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"job_id" integer NOT NULL,
	"part_id" integer,
	"kind" text,
	"vehicle" text NOT NULL,
	"on" date NOT NULL,
	"as" text NOT NULL,
	"km" integer,
	"mode" text,
	"noisy" boolean,
	CONSTRAINT "sighting_of_one" CHECK (("sighting"."part_id" is null) = ("sighting"."kind" is not null)),
	CONSTRAINT "sighting_as" CHECK ("sighting"."as" in ('running', 'failed', 'out', 'failed new', 'in'))
);
--> statement-breakpoint
CREATE TABLE "unit" (
	"part_id" integer NOT NULL,
	"vehicle" text NOT NULL,
	"nth" integer NOT NULL,
	"in_on" date,
	"in_km" integer,
	"last_on" date NOT NULL,
	"last_km" integer,
	"failed" boolean NOT NULL,
	"mode" text,
	"noisy" boolean,
	"is_out" boolean NOT NULL,
	CONSTRAINT "unit_part_id_vehicle_nth_pk" PRIMARY KEY("part_id","vehicle","nth"),
	CONSTRAINT "unit_order" CHECK ("unit"."in_on" is null or "unit"."last_on" >= "unit"."in_on")
);
--> statement-breakpoint
CREATE TABLE "operation_minutes" (
	"job_id" integer NOT NULL,
	"map_id" integer NOT NULL,
	"step" text NOT NULL,
	"minutes" double precision NOT NULL,
	"delay" text,
	CONSTRAINT "operation_minutes_job_id_step_pk" PRIMARY KEY("job_id","step"),
	CONSTRAINT "operation_minutes_some" CHECK ("operation_minutes"."minutes" > 0)
);
--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "waits" text;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "waits_said" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "late" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "heard_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "failure_report" ADD CONSTRAINT "failure_report_part_id_part_id_fk" FOREIGN KEY ("part_id") REFERENCES "public"."part"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "failure_report" ADD CONSTRAINT "failure_report_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_standing" ADD CONSTRAINT "part_standing_part_id_part_id_fk" FOREIGN KEY ("part_id") REFERENCES "public"."part"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sighting" ADD CONSTRAINT "sighting_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sighting" ADD CONSTRAINT "sighting_part_id_part_id_fk" FOREIGN KEY ("part_id") REFERENCES "public"."part"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unit" ADD CONSTRAINT "unit_part_id_part_id_fk" FOREIGN KEY ("part_id") REFERENCES "public"."part"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "operation_minutes" ADD CONSTRAINT "operation_minutes_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "failure_report_part" ON "failure_report" USING btree ("part_id","key");--> statement-breakpoint
CREATE INDEX "failure_report_job" ON "failure_report" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "sighting_of" ON "sighting" USING btree ("part_id","vehicle");--> statement-breakpoint
CREATE INDEX "sighting_vehicle" ON "sighting" USING btree ("vehicle");--> statement-breakpoint
CREATE INDEX "sighting_job" ON "sighting" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "operation_minutes_map" ON "operation_minutes" USING btree ("map_id");--> statement-breakpoint
CREATE INDEX "job_recent" ON "job" USING btree ("closed","at" DESC NULLS FIRST,"id" DESC NULLS FIRST);--> statement-breakpoint
CREATE INDEX "job_waits" ON "job" USING btree ("waits","heard_at") WHERE "job"."waits" is not null;--> statement-breakpoint
CREATE TRIGGER record_change AFTER INSERT OR UPDATE OR DELETE ON failure_report FOR EACH ROW EXECUTE FUNCTION record_change('failure', 'id');
--> statement-breakpoint
CREATE TRIGGER library_changed AFTER INSERT OR UPDATE OR DELETE OR TRUNCATE ON part_standing FOR EACH STATEMENT EXECUTE FUNCTION library_changed();
--> statement-breakpoint
-- Jobs that are here already have shown something too, took their minutes and wait for something: they are folded anew at the next start.
UPDATE "job" SET "folded" = false;
