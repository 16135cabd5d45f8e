CREATE TABLE "links" (
	"id" uuid PRIMARY KEY NOT NULL,
	"show" uuid NOT NULL,
	"hash" text NOT NULL,
	"role" text,
	"what" text NOT NULL,
	"sheet" text DEFAULT '' NOT NULL,
	"by" text NOT NULL,
	"made" timestamp with time zone DEFAULT now() NOT NULL,
	"ends" timestamp with time zone NOT NULL,
	CONSTRAINT "links_hash_unique" UNIQUE("hash")
);
--> statement-breakpoint
ALTER TABLE "links" ADD CONSTRAINT "links_show_shows_id_fk" FOREIGN KEY ("show") REFERENCES "public"."shows"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "links_show" ON "links" USING btree ("show");