CREATE TABLE "device_buckets" (
	"device_id" text NOT NULL,
	"parameter" text NOT NULL,
	"grain_minutes" integer NOT NULL,
	"starts_at" timestamp (3) with time zone NOT NULL,
	"lo" double precision NOT NULL,
	"hi" double precision NOT NULL,
	"sum_value" double precision NOT NULL,
	"samples_count" integer NOT NULL,
	CONSTRAINT "device_buckets_device_id_parameter_grain_minutes_starts_at_pk" PRIMARY KEY("device_id","parameter","grain_minutes","starts_at")
);
--> statement-breakpoint
CREATE INDEX "device_buckets_age" ON "device_buckets" USING btree ("grain_minutes","starts_at");