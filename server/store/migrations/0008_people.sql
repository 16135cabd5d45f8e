CREATE TABLE "accounts" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"key" text NOT NULL,
	"hash" text NOT NULL,
	"standing" text NOT NULL,
	"made" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "accounts_key_unique" UNIQUE("key")
);
--> statement-breakpoint
CREATE TABLE "guesses" (
	"key" text PRIMARY KEY NOT NULL,
	"count" integer NOT NULL,
	"last" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "members" (
	"show" uuid NOT NULL,
	"account" uuid NOT NULL,
	"role" text NOT NULL,
	CONSTRAINT "members_show_account_pk" PRIMARY KEY("show","account")
);
--> statement-breakpoint
CREATE TABLE "sessions" (
	"hash" text PRIMARY KEY NOT NULL,
	"account" uuid NOT NULL,
	"made" timestamp with time zone DEFAULT now() NOT NULL,
	"seen" timestamp with time zone DEFAULT now() NOT NULL,
	"agent" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
ALTER TABLE "members" ADD CONSTRAINT "members_show_shows_id_fk" FOREIGN KEY ("show") REFERENCES "public"."shows"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "members" ADD CONSTRAINT "members_account_accounts_id_fk" FOREIGN KEY ("account") REFERENCES "public"."accounts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_account_accounts_id_fk" FOREIGN KEY ("account") REFERENCES "public"."accounts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "members_account" ON "members" USING btree ("account");--> statement-breakpoint
CREATE INDEX "sessions_account" ON "sessions" USING btree ("account");