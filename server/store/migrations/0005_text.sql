ALTER TABLE "changes" ALTER COLUMN "change" SET DATA TYPE json;--> statement-breakpoint
ALTER TABLE "records" ALTER COLUMN "data" SET DATA TYPE json;--> statement-breakpoint
ALTER TABLE "changes" ALTER COLUMN "change" SET STORAGE EXTERNAL;--> statement-breakpoint
ALTER TABLE "records" ALTER COLUMN "data" SET STORAGE EXTERNAL;