CREATE TYPE "public"."role" AS ENUM('clerk', 'specialist', 'reviewer', 'installer');--> statement-breakpoint
CREATE TYPE "public"."aspiration" AS ENUM('natural', 'turbo', 'supercharged');--> statement-breakpoint
CREATE TYPE "public"."body" AS ENUM('pickup', 'van', 'hatchback', 'saloon', 'coupe', 'estate', 'convertible');--> statement-breakpoint
CREATE TYPE "public"."drive" AS ENUM('front', 'rear', 'all');--> statement-breakpoint
CREATE TYPE "public"."fuel" AS ENUM('petrol', 'diesel', 'hybrid', 'electric', 'lpg');--> statement-breakpoint
CREATE TYPE "public"."layout" AS ENUM('straight', 'vee', 'flat');--> statement-breakpoint
CREATE TYPE "public"."cooling_package" AS ENUM('standard', 'heavy-duty', 'towing');--> statement-breakpoint
CREATE TYPE "public"."side" AS ENUM('left', 'right');--> statement-breakpoint
CREATE TYPE "public"."transmission_kind" AS ENUM('manual', 'automatic', 'cvt', 'dual-clutch');--> statement-breakpoint
CREATE TYPE "public"."method" AS ENUM('caliper', 'tape', 'contour', 'meter', 'jug', 'bench', 'drawing', 'sheet', 'listing', 'spoken', 'worked');--> statement-breakpoint
CREATE TYPE "public"."part_kind" AS ENUM('radiator', 'shroud', 'fan');--> statement-breakpoint
CREATE TYPE "public"."install_result" AS ENUM('straight in', 'with changes', 'did not fit');--> statement-breakpoint
CREATE TYPE "public"."revision_state" AS ENUM('draft', 'checked', 'released');--> statement-breakpoint
CREATE TYPE "public"."subject_kind" AS ENUM('bay', 'radiator', 'shroud', 'fan');--> statement-breakpoint
CREATE TYPE "public"."value_type" AS ENUM('quantity', 'choice', 'connector');--> statement-breakpoint
CREATE TYPE "public"."phase" AS ENUM('prepare', 'remove', 'install', 'fill', 'prove');--> statement-breakpoint
CREATE TYPE "public"."fastener_policy" AS ENUM('reuse', 'replace', 'one-time');--> statement-breakpoint
CREATE TABLE "idempotency" (
	"person_id" integer NOT NULL,
	"key" text NOT NULL,
	"request_hash" text NOT NULL,
	"status" integer NOT NULL,
	"headers" jsonb NOT NULL,
	"body" jsonb,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "idempotency_person_id_key_pk" PRIMARY KEY("person_id","key")
);
--> statement-breakpoint
CREATE TABLE "person" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "person_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"username" text NOT NULL,
	"name" text NOT NULL,
	"role" "role" NOT NULL,
	"password_hash" text NOT NULL,
	"demo" boolean DEFAULT false NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "person_username_unique" UNIQUE("username"),
	CONSTRAINT "person_username_plain" CHECK ("person"."username" ~ '^[a-z0-9._-]{1,60}$')
);
--> statement-breakpoint
CREATE TABLE "session" (
	"sid" varchar PRIMARY KEY NOT NULL,
	"sess" json NOT NULL,
	"expire" timestamp (6) NOT NULL
);
--> statement-breakpoint
CREATE TABLE "setting" (
	"name" text PRIMARY KEY NOT NULL,
	"value" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "throttle" (
	"key" text PRIMARY KEY NOT NULL,
	"hits" integer NOT NULL,
	"resets_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "bay" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "bay_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"name" text NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "bay_name_unique" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "configuration" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "configuration_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"model_id" integer NOT NULL,
	"year" smallint NOT NULL,
	"engine_id" integer NOT NULL,
	"transmission_id" integer NOT NULL,
	"air_conditioning" boolean NOT NULL,
	"package" "cooling_package" NOT NULL,
	"body" "body" NOT NULL,
	"drive" "drive" NOT NULL,
	"steering" "side" NOT NULL,
	"built" daterange NOT NULL,
	"bay_id" integer NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "configuration_built_bounded" CHECK (not isempty("configuration"."built") and not lower_inf("configuration"."built") and not upper_inf("configuration"."built"))
);
--> statement-breakpoint
CREATE TABLE "engine" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "engine_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"displacement_l" double precision NOT NULL,
	"cylinders" smallint NOT NULL,
	"layout" "layout" NOT NULL,
	"fuel" "fuel" NOT NULL,
	"aspiration" "aspiration" NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "engine_code_unique" UNIQUE("code"),
	CONSTRAINT "engine_sane" CHECK ("engine"."displacement_l" between 0 and 20 and "engine"."cylinders" between 0 and 16)
);
--> statement-breakpoint
CREATE TABLE "make" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "make_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"name" text NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "make_name_unique" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "model" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "model_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"make_id" integer NOT NULL,
	"name" text NOT NULL,
	"nicknames" text[] DEFAULT '{}' NOT NULL,
	"life" "int4range" NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "model_name" UNIQUE("make_id","name"),
	CONSTRAINT "model_life_sane" CHECK (not isempty("model"."life") and "model"."life" <@ int4range(1900, 2101))
);
--> statement-breakpoint
CREATE TABLE "transmission" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "transmission_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"kind" "transmission_kind" NOT NULL,
	"gears" smallint NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "transmission_code_unique" UNIQUE("code"),
	CONSTRAINT "transmission_gears" CHECK ("transmission"."gears" between 0 and 12)
);
--> statement-breakpoint
CREATE TABLE "application" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "application_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"part_id" integer NOT NULL,
	"model_id" integer NOT NULL,
	"years" "int4range" NOT NULL,
	"built" daterange NOT NULL,
	"engine_ids" "int4multirange" NOT NULL,
	"transmission_ids" "int4multirange" NOT NULL,
	"air_conditioning" boolean,
	"packages" "int4multirange" NOT NULL,
	"fits" boolean NOT NULL,
	"source_id" integer NOT NULL,
	"exceptions" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "application_years" CHECK (not isempty("application"."years"))
);
--> statement-breakpoint
CREATE TABLE "attribute" (
	"subject" "subject_kind" NOT NULL,
	"key" text NOT NULL,
	"type" "value_type" NOT NULL,
	"lo" double precision,
	"hi" double precision,
	CONSTRAINT "attribute_subject_key_type_pk" PRIMARY KEY("subject","key","type")
);
--> statement-breakpoint
CREATE TABLE "attribute_choice" (
	"subject" "subject_kind" NOT NULL,
	"key" text NOT NULL,
	"choice" text NOT NULL,
	CONSTRAINT "attribute_choice_subject_key_choice_pk" PRIMARY KEY("subject","key","choice")
);
--> statement-breakpoint
CREATE TABLE "box_item" (
	"part_revision_id" integer NOT NULL,
	"ordinal" smallint NOT NULL,
	"name" text NOT NULL,
	"quantity" smallint NOT NULL,
	CONSTRAINT "box_item_part_revision_id_ordinal_pk" PRIMARY KEY("part_revision_id","ordinal"),
	CONSTRAINT "box_item_some" CHECK ("box_item"."quantity" > 0)
);
--> statement-breakpoint
CREATE TABLE "cavity" (
	"connector_id" integer NOT NULL,
	"position" text NOT NULL,
	"ordinal" smallint NOT NULL,
	"function" text NOT NULL,
	"colour" text DEFAULT '' NOT NULL,
	"gauge" text DEFAULT '' NOT NULL,
	CONSTRAINT "cavity_connector_id_position_pk" PRIMARY KEY("connector_id","position")
);
--> statement-breakpoint
CREATE TABLE "connector" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "connector_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"name" text NOT NULL,
	"description" text DEFAULT '' NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "connector_code_unique" UNIQUE("code")
);
--> statement-breakpoint
CREATE TABLE "interchange" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "interchange_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"part_id" integer NOT NULL,
	"seller" text NOT NULL,
	"number" text NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "interchange_once" UNIQUE("part_id","seller","number")
);
--> statement-breakpoint
CREATE TABLE "measurement" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "measurement_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"subject" "subject_kind" NOT NULL,
	"bay_id" integer,
	"part_revision_id" integer,
	"part_kind" "part_kind",
	"key" text NOT NULL,
	"type" "value_type" NOT NULL,
	"value" double precision,
	"u" double precision,
	"choice" text,
	"connector_id" integer,
	"text" text NOT NULL,
	"method" "method" NOT NULL,
	"source_id" integer NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "measurement_one_subject" CHECK (("measurement"."subject" = 'bay' and "measurement"."bay_id" is not null and "measurement"."part_revision_id" is null and "measurement"."part_kind" is null) or ("measurement"."subject" <> 'bay' and "measurement"."bay_id" is null and "measurement"."part_revision_id" is not null and "measurement"."part_kind" is not null and "measurement"."part_kind"::text = "measurement"."subject"::text)),
	CONSTRAINT "measurement_value" CHECK (case "measurement"."type"
      when 'quantity' then "measurement"."value" is not null and "measurement"."u" >= 0 and "measurement"."value" > '-Infinity' and "measurement"."value" < 'Infinity' and "measurement"."u" < 'Infinity' and "measurement"."choice" is null and "measurement"."connector_id" is null
      when 'choice' then "measurement"."choice" is not null and "measurement"."value" is null and "measurement"."u" is null and "measurement"."connector_id" is null
      else "measurement"."connector_id" is not null and "measurement"."value" is null and "measurement"."u" is null and "measurement"."choice" is null end)
);
--> statement-breakpoint
CREATE TABLE "outcome" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "outcome_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"part_revision_id" integer NOT NULL,
	"bay_id" integer NOT NULL,
	"vehicle" text NOT NULL,
	"result" "install_result" NOT NULL,
	"altered" boolean NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"on" date NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "outcome_once" UNIQUE("part_revision_id","bay_id","vehicle","on")
);
--> statement-breakpoint
CREATE TABLE "part" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "part_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"number" text NOT NULL,
	"maker" text NOT NULL,
	"kind" "part_kind" NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "part_number_unique" UNIQUE("number"),
	CONSTRAINT "part_kind_of" UNIQUE("id","kind")
);
--> statement-breakpoint
CREATE TABLE "part_revision" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "part_revision_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"part_id" integer NOT NULL,
	"kind" "part_kind" NOT NULL,
	"revision" smallint NOT NULL,
	"state" "revision_state" DEFAULT 'draft' NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"author_id" integer NOT NULL,
	"writers" integer[] NOT NULL,
	"checked_by" integer,
	"released_by" integer,
	"released_at" timestamp with time zone,
	"description" text DEFAULT '' NOT NULL,
	"notes" text DEFAULT '' NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "part_revision_number" UNIQUE("part_id","revision"),
	CONSTRAINT "part_revision_kind" UNIQUE("id","kind"),
	CONSTRAINT "part_release" CHECK (("part_revision"."state" = 'released') = ("part_revision"."released_by" is not null and "part_revision"."released_at" is not null) and ("part_revision"."released_by" is null or not ("part_revision"."released_by" = any("part_revision"."writers")))),
	CONSTRAINT "part_check" CHECK (("part_revision"."state" <> 'checked' or "part_revision"."checked_by" is not null) and ("part_revision"."checked_by" is null or not ("part_revision"."checked_by" = any("part_revision"."writers"))))
);
--> statement-breakpoint
CREATE TABLE "photo" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "photo_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"part_id" integer,
	"bay_id" integer,
	"connector_id" integer,
	"procedure_id" integer,
	"media_type" text NOT NULL,
	"sha256" text NOT NULL,
	"caption" text DEFAULT '' NOT NULL,
	"content" "bytea" NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "photo_one_subject" CHECK (num_nonnulls("photo"."part_id", "photo"."bay_id", "photo"."connector_id", "photo"."procedure_id") = 1),
	CONSTRAINT "photo_type" CHECK ("photo"."media_type" in ('image/jpeg', 'image/png', 'image/webp')),
	CONSTRAINT "photo_size" CHECK (octet_length("photo"."content") between 1 and 5242880)
);
--> statement-breakpoint
CREATE TABLE "source" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "source_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"grade" smallint NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "source_name_unique" UNIQUE("name"),
	CONSTRAINT "source_grade" CHECK ("source"."grade" between 1 and 5)
);
--> statement-breakpoint
CREATE TABLE "supersession" (
	"old_part_id" integer PRIMARY KEY NOT NULL,
	"new_part_id" integer NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "supersession_other" CHECK ("supersession"."old_part_id" <> "supersession"."new_part_id")
);
--> statement-breakpoint
CREATE TABLE "caution" (
	"code" text PRIMARY KEY NOT NULL,
	"text" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "fastener" (
	"revision_id" integer NOT NULL,
	"tray" text NOT NULL,
	"ordinal" smallint NOT NULL,
	"name" text NOT NULL,
	"thread" text NOT NULL,
	"length_mm" double precision,
	"tool" text NOT NULL,
	"expected" smallint NOT NULL,
	"torque_nm" double precision,
	"torque_source" text NOT NULL,
	"policy" "fastener_policy" NOT NULL,
	CONSTRAINT "fastener_revision_id_tray_pk" PRIMARY KEY("revision_id","tray"),
	CONSTRAINT "fastener_tray" CHECK ("fastener"."tray" ~ '^[A-Z]$'),
	CONSTRAINT "fastener_sane" CHECK ("fastener"."expected" > 0 and ("fastener"."length_mm" is null or "fastener"."length_mm" > 0) and ("fastener"."torque_nm" is null or "fastener"."torque_nm" > 0))
);
--> statement-breakpoint
CREATE TABLE "procedure" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "procedure_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"bay_id" integer NOT NULL,
	"part_kind" "part_kind" NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "procedure_revision" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "procedure_revision_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"procedure_id" integer NOT NULL,
	"revision" smallint NOT NULL,
	"state" "revision_state" DEFAULT 'draft' NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"author_id" integer NOT NULL,
	"writers" integer[] NOT NULL,
	"checked_by" integer,
	"released_by" integer,
	"released_at" timestamp with time zone,
	"title" text NOT NULL,
	"way" text DEFAULT '' NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "procedure_revision_number" UNIQUE("procedure_id","revision"),
	CONSTRAINT "procedure_release" CHECK (("procedure_revision"."state" = 'released') = ("procedure_revision"."released_by" is not null and "procedure_revision"."released_at" is not null) and ("procedure_revision"."released_by" is null or not ("procedure_revision"."released_by" = any("procedure_revision"."writers")))),
	CONSTRAINT "procedure_check" CHECK (("procedure_revision"."state" <> 'checked' or "procedure_revision"."checked_by" is not null) and ("procedure_revision"."checked_by" is null or not ("procedure_revision"."checked_by" = any("procedure_revision"."writers"))))
);
--> statement-breakpoint
CREATE TABLE "step" (
	"revision_id" integer NOT NULL,
	"ordinal" smallint NOT NULL,
	"phase" "phase" NOT NULL,
	"text" text NOT NULL,
	"detail" text NOT NULL,
	"tools" text[] NOT NULL,
	"consumables" text[] NOT NULL,
	"minutes" double precision NOT NULL,
	"waiting" boolean NOT NULL,
	"connector_id" integer,
	CONSTRAINT "step_revision_id_ordinal_pk" PRIMARY KEY("revision_id","ordinal"),
	CONSTRAINT "step_minutes" CHECK ("step"."minutes" >= 0 and "step"."minutes" <= 1440)
);
--> statement-breakpoint
CREATE TABLE "step_caution" (
	"revision_id" integer NOT NULL,
	"ordinal" smallint NOT NULL,
	"code" text NOT NULL,
	CONSTRAINT "step_caution_revision_id_ordinal_code_pk" PRIMARY KEY("revision_id","ordinal","code")
);
--> statement-breakpoint
CREATE TABLE "step_fastener" (
	"revision_id" integer NOT NULL,
	"ordinal" smallint NOT NULL,
	"tray" text NOT NULL,
	"count" smallint NOT NULL,
	CONSTRAINT "step_fastener_revision_id_ordinal_tray_pk" PRIMARY KEY("revision_id","ordinal","tray"),
	CONSTRAINT "step_fastener_some" CHECK ("step_fastener"."count" > 0)
);
--> statement-breakpoint
CREATE TABLE "history" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "history_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"person_id" integer NOT NULL,
	"action" text NOT NULL,
	"table" text NOT NULL,
	"record" text NOT NULL,
	"before" jsonb,
	"after" jsonb
);
--> statement-breakpoint
ALTER TABLE "idempotency" ADD CONSTRAINT "idempotency_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "configuration" ADD CONSTRAINT "configuration_model_id_model_id_fk" FOREIGN KEY ("model_id") REFERENCES "public"."model"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "configuration" ADD CONSTRAINT "configuration_engine_id_engine_id_fk" FOREIGN KEY ("engine_id") REFERENCES "public"."engine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "configuration" ADD CONSTRAINT "configuration_transmission_id_transmission_id_fk" FOREIGN KEY ("transmission_id") REFERENCES "public"."transmission"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "configuration" ADD CONSTRAINT "configuration_bay_id_bay_id_fk" FOREIGN KEY ("bay_id") REFERENCES "public"."bay"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "model" ADD CONSTRAINT "model_make_id_make_id_fk" FOREIGN KEY ("make_id") REFERENCES "public"."make"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "application" ADD CONSTRAINT "application_part_id_part_id_fk" FOREIGN KEY ("part_id") REFERENCES "public"."part"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "application" ADD CONSTRAINT "application_model_id_model_id_fk" FOREIGN KEY ("model_id") REFERENCES "public"."model"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "application" ADD CONSTRAINT "application_source_id_source_id_fk" FOREIGN KEY ("source_id") REFERENCES "public"."source"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "box_item" ADD CONSTRAINT "box_item_part_revision_id_part_revision_id_fk" FOREIGN KEY ("part_revision_id") REFERENCES "public"."part_revision"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cavity" ADD CONSTRAINT "cavity_connector_id_connector_id_fk" FOREIGN KEY ("connector_id") REFERENCES "public"."connector"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "interchange" ADD CONSTRAINT "interchange_part_id_part_id_fk" FOREIGN KEY ("part_id") REFERENCES "public"."part"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "measurement" ADD CONSTRAINT "measurement_bay_id_bay_id_fk" FOREIGN KEY ("bay_id") REFERENCES "public"."bay"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "measurement" ADD CONSTRAINT "measurement_connector_id_connector_id_fk" FOREIGN KEY ("connector_id") REFERENCES "public"."connector"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "measurement" ADD CONSTRAINT "measurement_source_id_source_id_fk" FOREIGN KEY ("source_id") REFERENCES "public"."source"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "measurement" ADD CONSTRAINT "measurement_attribute" FOREIGN KEY ("subject","key","type") REFERENCES "public"."attribute"("subject","key","type") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "measurement" ADD CONSTRAINT "measurement_choice" FOREIGN KEY ("subject","key","choice") REFERENCES "public"."attribute_choice"("subject","key","choice") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "measurement" ADD CONSTRAINT "measurement_part" FOREIGN KEY ("part_revision_id","part_kind") REFERENCES "public"."part_revision"("id","kind") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outcome" ADD CONSTRAINT "outcome_part_revision_id_part_revision_id_fk" FOREIGN KEY ("part_revision_id") REFERENCES "public"."part_revision"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outcome" ADD CONSTRAINT "outcome_bay_id_bay_id_fk" FOREIGN KEY ("bay_id") REFERENCES "public"."bay"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_revision" ADD CONSTRAINT "part_revision_author_id_person_id_fk" FOREIGN KEY ("author_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_revision" ADD CONSTRAINT "part_revision_checked_by_person_id_fk" FOREIGN KEY ("checked_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_revision" ADD CONSTRAINT "part_revision_released_by_person_id_fk" FOREIGN KEY ("released_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_revision" ADD CONSTRAINT "part_revision_part" FOREIGN KEY ("part_id","kind") REFERENCES "public"."part"("id","kind") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_part_id_part_id_fk" FOREIGN KEY ("part_id") REFERENCES "public"."part"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_bay_id_bay_id_fk" FOREIGN KEY ("bay_id") REFERENCES "public"."bay"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_connector_id_connector_id_fk" FOREIGN KEY ("connector_id") REFERENCES "public"."connector"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "supersession" ADD CONSTRAINT "supersession_old_part_id_part_id_fk" FOREIGN KEY ("old_part_id") REFERENCES "public"."part"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "supersession" ADD CONSTRAINT "supersession_new_part_id_part_id_fk" FOREIGN KEY ("new_part_id") REFERENCES "public"."part"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fastener" ADD CONSTRAINT "fastener_revision_id_procedure_revision_id_fk" FOREIGN KEY ("revision_id") REFERENCES "public"."procedure_revision"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "procedure" ADD CONSTRAINT "procedure_bay_id_bay_id_fk" FOREIGN KEY ("bay_id") REFERENCES "public"."bay"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "procedure_revision" ADD CONSTRAINT "procedure_revision_procedure_id_procedure_id_fk" FOREIGN KEY ("procedure_id") REFERENCES "public"."procedure"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "procedure_revision" ADD CONSTRAINT "procedure_revision_author_id_person_id_fk" FOREIGN KEY ("author_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "procedure_revision" ADD CONSTRAINT "procedure_revision_checked_by_person_id_fk" FOREIGN KEY ("checked_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "procedure_revision" ADD CONSTRAINT "procedure_revision_released_by_person_id_fk" FOREIGN KEY ("released_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "step" ADD CONSTRAINT "step_revision_id_procedure_revision_id_fk" FOREIGN KEY ("revision_id") REFERENCES "public"."procedure_revision"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "step" ADD CONSTRAINT "step_connector_id_connector_id_fk" FOREIGN KEY ("connector_id") REFERENCES "public"."connector"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "step_caution" ADD CONSTRAINT "step_caution_code_caution_code_fk" FOREIGN KEY ("code") REFERENCES "public"."caution"("code") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "step_caution" ADD CONSTRAINT "step_caution_step" FOREIGN KEY ("revision_id","ordinal") REFERENCES "public"."step"("revision_id","ordinal") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "step_fastener" ADD CONSTRAINT "step_fastener_step" FOREIGN KEY ("revision_id","ordinal") REFERENCES "public"."step"("revision_id","ordinal") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "session_expire" ON "session" USING btree ("expire");--> statement-breakpoint
CREATE INDEX "configuration_model_year" ON "configuration" USING btree ("model_id","year");--> statement-breakpoint
CREATE INDEX "configuration_bay" ON "configuration" USING btree ("bay_id");--> statement-breakpoint
CREATE INDEX "application_model" ON "application" USING btree ("model_id");--> statement-breakpoint
CREATE INDEX "application_part" ON "application" USING btree ("part_id");--> statement-breakpoint
CREATE INDEX "interchange_number" ON "interchange" USING btree ("number");--> statement-breakpoint
CREATE UNIQUE INDEX "measurement_bay_source" ON "measurement" USING btree ("bay_id","key","source_id") WHERE "measurement"."bay_id" is not null;--> statement-breakpoint
CREATE UNIQUE INDEX "measurement_part_source" ON "measurement" USING btree ("part_revision_id","key","source_id") WHERE "measurement"."part_revision_id" is not null;--> statement-breakpoint
CREATE INDEX "outcome_bay" ON "outcome" USING btree ("bay_id");--> statement-breakpoint
CREATE UNIQUE INDEX "part_one_open_revision" ON "part_revision" USING btree ("part_id") WHERE "part_revision"."state" <> 'released';--> statement-breakpoint
CREATE INDEX "supersession_new" ON "supersession" USING btree ("new_part_id");--> statement-breakpoint
CREATE INDEX "procedure_bay" ON "procedure" USING btree ("bay_id","part_kind");--> statement-breakpoint
CREATE UNIQUE INDEX "procedure_one_open_revision" ON "procedure_revision" USING btree ("procedure_id") WHERE "procedure_revision"."state" <> 'released';--> statement-breakpoint
CREATE INDEX "history_record" ON "history" USING btree ("record","id");