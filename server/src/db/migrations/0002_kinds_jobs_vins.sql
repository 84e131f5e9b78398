CREATE TYPE "public"."stage" AS ENUM('ask', 'diagnose', 'match', 'compare', 'prepare', 'remove', 'install', 'fill', 'prove', 'file');--> statement-breakpoint
ALTER TYPE "public"."part_kind" ADD VALUE 'motor';--> statement-breakpoint
ALTER TYPE "public"."part_kind" ADD VALUE 'relay';--> statement-breakpoint
ALTER TYPE "public"."part_kind" ADD VALUE 'module';--> statement-breakpoint
ALTER TYPE "public"."part_kind" ADD VALUE 'cap';--> statement-breakpoint
ALTER TYPE "public"."part_kind" ADD VALUE 'thermostat';--> statement-breakpoint
ALTER TYPE "public"."part_kind" ADD VALUE 'hose';--> statement-breakpoint
ALTER TYPE "public"."part_kind" ADD VALUE 'tank';--> statement-breakpoint
ALTER TYPE "public"."part_kind" ADD VALUE 'mount';--> statement-breakpoint
ALTER TYPE "public"."subject_kind" ADD VALUE 'motor';--> statement-breakpoint
ALTER TYPE "public"."subject_kind" ADD VALUE 'relay';--> statement-breakpoint
ALTER TYPE "public"."subject_kind" ADD VALUE 'module';--> statement-breakpoint
ALTER TYPE "public"."subject_kind" ADD VALUE 'cap';--> statement-breakpoint
ALTER TYPE "public"."subject_kind" ADD VALUE 'thermostat';--> statement-breakpoint
ALTER TYPE "public"."subject_kind" ADD VALUE 'hose';--> statement-breakpoint
ALTER TYPE "public"."subject_kind" ADD VALUE 'tank';--> statement-breakpoint
ALTER TYPE "public"."subject_kind" ADD VALUE 'mount';--> statement-breakpoint
CREATE TABLE "vin_pattern" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "vin_pattern_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"prefix" text NOT NULL,
	"position" smallint DEFAULT 0 NOT NULL,
	"codes" text DEFAULT '' NOT NULL,
	"field" text NOT NULL,
	"value" text NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "vin_pattern_once" UNIQUE("prefix","position","codes","field"),
	CONSTRAINT "vin_pattern_prefix" CHECK ("vin_pattern"."prefix" ~ '^[A-HJ-NPR-Z0-9.]{1,17}$'),
	CONSTRAINT "vin_pattern_position" CHECK ("vin_pattern"."position" between 0 and 17 and ("vin_pattern"."position" = 0) = ("vin_pattern"."codes" = ''))
);
--> statement-breakpoint
CREATE TABLE "job" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "job_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"configuration_id" integer NOT NULL,
	"label" text NOT NULL,
	"complaint" text DEFAULT '' NOT NULL,
	"alterations" text[] DEFAULT '{}' NOT NULL,
	"stage" "stage" DEFAULT 'ask' NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "job_figure" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "job_figure_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"job_id" integer NOT NULL,
	"key" text NOT NULL,
	"text" text NOT NULL,
	"method" "method" NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "job_figure_once" UNIQUE("job_id","key"),
	CONSTRAINT "job_figure_text" CHECK (length("job_figure"."text") between 1 and 200)
);
--> statement-breakpoint
ALTER TABLE "application" ADD COLUMN "original" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_configuration_id_configuration_id_fk" FOREIGN KEY ("configuration_id") REFERENCES "public"."configuration"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_figure" ADD CONSTRAINT "job_figure_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "job_stage" ON "job" USING btree ("stage");--> statement-breakpoint
CREATE INDEX "job_configuration" ON "job" USING btree ("configuration_id");--> statement-breakpoint
CREATE INDEX "measurement_key_value" ON "measurement" USING btree ("key","value");--> statement-breakpoint
ALTER TABLE "application" ADD CONSTRAINT "application_original_fits" CHECK ("application"."fits" or not "application"."original");