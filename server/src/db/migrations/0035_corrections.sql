CREATE TABLE "correction" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "correction_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"about" text NOT NULL,
	"about_id" integer NOT NULL,
	"title" text NOT NULL,
	"changes" jsonb NOT NULL,
	"withdrawn_for" text DEFAULT '' NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "correction_about" CHECK ("correction"."about" in ('part', 'bay', 'access', 'procedure'))
);
--> statement-breakpoint
CREATE TABLE "correction_reach" (
	"correction_id" integer NOT NULL,
	"job_id" integer NOT NULL,
	"reach" text NOT NULL,
	"told_by" integer,
	"told_at" timestamp with time zone,
	CONSTRAINT "correction_reach_correction_id_job_id_pk" PRIMARY KEY("correction_id","job_id"),
	CONSTRAINT "correction_reach_how" CHECK ("correction_reach"."reach" in ('chosen', 'sheet', 'fitted')),
	CONSTRAINT "correction_reach_told" CHECK (("correction_reach"."told_by" is null) = ("correction_reach"."told_at" is null))
);
--> statement-breakpoint
ALTER TABLE "correction_reach" ADD CONSTRAINT "correction_reach_correction_id_correction_id_fk" FOREIGN KEY ("correction_id") REFERENCES "public"."correction"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "correction_reach" ADD CONSTRAINT "correction_reach_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "correction_reach" ADD CONSTRAINT "correction_reach_told_by_person_id_fk" FOREIGN KEY ("told_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "correction_reach_job" ON "correction_reach" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "job_event_part" ON "job_event" USING btree ((("payload" ->> 'partId')::int)) WHERE "job_event"."kind" = 'part chosen';