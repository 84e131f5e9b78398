CREATE TABLE "calendar_feed" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "calendar_feed_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"secret_hash" text NOT NULL,
	"person_id" integer,
	"bay" text,
	"read_at" timestamp with time zone,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "calendar_feed_secretHash_unique" UNIQUE("secret_hash"),
	CONSTRAINT "calendar_feed_of_one" CHECK (("calendar_feed"."person_id" is null) = ("calendar_feed"."bay" is not null))
);
--> statement-breakpoint
CREATE TABLE "day_plan" (
	"id" integer PRIMARY KEY DEFAULT 1 NOT NULL,
	"basis" text NOT NULL,
	"document" jsonb NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	CONSTRAINT "day_plan_one" CHECK ("day_plan"."id" = 1)
);
--> statement-breakpoint
CREATE TABLE "workshop" (
	"id" integer PRIMARY KEY DEFAULT 1 NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"document" jsonb NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "workshop_one" CHECK ("workshop"."id" = 1)
);
--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "ready_by" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "calendar_feed" ADD CONSTRAINT "calendar_feed_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "calendar_feed_person" ON "calendar_feed" USING btree ("person_id");