CREATE TABLE "leases" (
	"name" text PRIMARY KEY NOT NULL,
	"holder" text NOT NULL,
	"until" timestamp (3) with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "prospects" (
	"tank_id" uuid PRIMARY KEY NOT NULL,
	"mark" text NOT NULL,
	"value" json NOT NULL,
	"made_at" timestamp (3) with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "subjects" ADD COLUMN "moved_sequence" bigint DEFAULT 0 NOT NULL;