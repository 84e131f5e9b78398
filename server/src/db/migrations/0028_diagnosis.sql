CREATE TABLE "diagnosis_case" (
	"job_id" integer PRIMARY KEY NOT NULL,
	"fans" text NOT NULL,
	"counted" text[] NOT NULL
);
--> statement-breakpoint
CREATE TABLE "diagnosis_count" (
	"fans" text NOT NULL,
	"what" text NOT NULL,
	"count" integer NOT NULL,
	CONSTRAINT "diagnosis_count_fans_what_pk" PRIMARY KEY("fans","what"),
	CONSTRAINT "diagnosis_count_least" CHECK ("diagnosis_count"."count" >= 0)
);
--> statement-breakpoint
CREATE TABLE "diagnosis_line" (
	"cause" text NOT NULL,
	"check" text DEFAULT '' NOT NULL,
	"values" double precision[] NOT NULL,
	"reason" text NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "diagnosis_line_cause_check_pk" PRIMARY KEY("cause","check")
);
--> statement-breakpoint
ALTER TABLE "diagnosis_case" ADD CONSTRAINT "diagnosis_case_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE TRIGGER record_change AFTER INSERT OR UPDATE OR DELETE ON diagnosis_line FOR EACH ROW EXECUTE FUNCTION record_change('diagnosis', 'cause');
--> statement-breakpoint
CREATE TRIGGER library_changed AFTER INSERT OR UPDATE OR DELETE OR TRUNCATE ON diagnosis_line FOR EACH STATEMENT EXECUTE FUNCTION library_changed();
