CREATE TABLE "photos" (
	"hash" text PRIMARY KEY NOT NULL,
	"bytes" "bytea" NOT NULL
);
