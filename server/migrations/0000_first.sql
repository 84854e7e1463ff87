CREATE TABLE "changes" (
	"entry_id" uuid PRIMARY KEY NOT NULL,
	"subject_id" uuid NOT NULL,
	"happened_at" timestamp (3) with time zone NOT NULL,
	"source_id" uuid NOT NULL,
	"change_l" double precision NOT NULL,
	"change_fraction" double precision NOT NULL,
	"how" text NOT NULL,
	"water" jsonb NOT NULL,
	"advice" text,
	"struck" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
CREATE TABLE "entries" (
	"id" uuid PRIMARY KEY NOT NULL,
	"sequence" bigint GENERATED ALWAYS AS IDENTITY (sequence name "entries_sequence_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"kind" text NOT NULL,
	"kind_version" integer NOT NULL,
	"subject_id" uuid NOT NULL,
	"happened_at" timestamp (3) with time zone NOT NULL,
	"zone" text NOT NULL,
	"night_on" date NOT NULL,
	"written_at" timestamp (3) with time zone NOT NULL,
	"written_by" text NOT NULL,
	"payload" jsonb NOT NULL,
	"payload_hash" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "house" (
	"id" integer PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"demo" boolean NOT NULL,
	"clock_offset_ms" bigint NOT NULL,
	"frozen_at_epoch_ms" bigint
);
--> statement-breakpoint
CREATE TABLE "house_zones" (
	"from_on" date PRIMARY KEY NOT NULL,
	"zone" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "preferences" (
	"person_id" text PRIMARY KEY NOT NULL,
	"choices" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "readings" (
	"entry_id" uuid NOT NULL,
	"parameter" text NOT NULL,
	"subject_id" uuid NOT NULL,
	"happened_at" timestamp (3) with time zone NOT NULL,
	"lo" double precision,
	"hi" double precision,
	"text" text NOT NULL,
	"entered_unit" text NOT NULL,
	"basis" text,
	"pen_factor" double precision,
	"kit_name" text,
	"kit_version" integer,
	"context" text NOT NULL,
	"insisted" boolean NOT NULL,
	"struck" boolean DEFAULT false NOT NULL,
	CONSTRAINT "readings_entry_id_parameter_pk" PRIMARY KEY("entry_id","parameter"),
	CONSTRAINT "readings_ends" CHECK ((lo is not null or hi is not null) and (lo is null or hi is null or lo <= hi))
);
--> statement-breakpoint
CREATE TABLE "source_setups" (
	"entry_id" uuid PRIMARY KEY NOT NULL,
	"subject_id" uuid NOT NULL,
	"from_at" timestamp (3) with time zone NOT NULL,
	"payload" jsonb NOT NULL,
	"struck" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
CREATE TABLE "strikes" (
	"entry_id" uuid PRIMARY KEY NOT NULL,
	"struck_entry_id" uuid NOT NULL,
	"parameter" text,
	"reason" text NOT NULL,
	"subject_id" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "subjects" (
	"id" uuid PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"started_on" date NOT NULL,
	"state" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"newest" jsonb DEFAULT '{}'::jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "tank_setups" (
	"entry_id" uuid PRIMARY KEY NOT NULL,
	"subject_id" uuid NOT NULL,
	"from_at" timestamp (3) with time zone NOT NULL,
	"net_volume_l" double precision NOT NULL,
	"payload" jsonb NOT NULL,
	"struck" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
CREATE INDEX "changes_latest" ON "changes" USING btree ("subject_id","happened_at" DESC NULLS LAST) WHERE not struck;--> statement-breakpoint
CREATE INDEX "entries_subject" ON "entries" USING btree ("subject_id","happened_at" DESC NULLS LAST,"sequence" DESC NULLS LAST);--> statement-breakpoint
CREATE INDEX "entries_time" ON "entries" USING btree ("happened_at" DESC NULLS LAST,"sequence" DESC NULLS LAST);--> statement-breakpoint
CREATE INDEX "readings_latest" ON "readings" USING btree ("subject_id","parameter","happened_at" DESC NULLS LAST) WHERE not struck;--> statement-breakpoint
CREATE INDEX "source_setups_subject" ON "source_setups" USING btree ("subject_id","from_at" DESC NULLS LAST);--> statement-breakpoint
CREATE INDEX "strikes_struck" ON "strikes" USING btree ("struck_entry_id");--> statement-breakpoint
CREATE INDEX "strikes_subject" ON "strikes" USING btree ("subject_id");--> statement-breakpoint
CREATE INDEX "tank_setups_subject" ON "tank_setups" USING btree ("subject_id","from_at" DESC NULLS LAST);