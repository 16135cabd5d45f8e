CREATE TABLE "issues" (
	"show" uuid NOT NULL,
	"id" uuid NOT NULL,
	"revision" integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"format" integer NOT NULL,
	"records" "bytea" NOT NULL,
	CONSTRAINT "issues_show_id_pk" PRIMARY KEY("show","id")
);
--> statement-breakpoint
ALTER TABLE "issues" ADD CONSTRAINT "issues_show_shows_id_fk" FOREIGN KEY ("show") REFERENCES "public"."shows"("id") ON DELETE cascade ON UPDATE no action;