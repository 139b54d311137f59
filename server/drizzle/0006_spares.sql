CREATE TABLE "spare_entries" (
	"id" uuid PRIMARY KEY NOT NULL,
	"document" json NOT NULL
);
