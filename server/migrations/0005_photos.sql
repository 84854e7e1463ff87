CREATE TABLE "photos" (
	"photo_hash" text PRIMARY KEY NOT NULL,
	"width_px" integer NOT NULL,
	"height_px" integer NOT NULL,
	"bytes" "bytea" NOT NULL,
	"small_bytes" "bytea" NOT NULL,
	"made_at" timestamp (3) with time zone NOT NULL
);
