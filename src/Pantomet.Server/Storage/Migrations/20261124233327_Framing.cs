using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Pantomet.Server.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Framing : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Framing",
                table: "Sources",
                type: "TEXT",
                nullable: false,
                defaultValue: "{}");

            migrationBuilder.AddColumn<string>(
                name: "Proposal",
                table: "Sources",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "FramingRevision",
                table: "Sources",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<long>(
                name: "NumberedAs",
                table: "Sources",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "FramingSteps",
                columns: table => new
                {
                    Sequence = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    SourceId = table.Column<string>(type: "TEXT", nullable: false),
                    Label = table.Column<string>(type: "TEXT", nullable: false),
                    Before = table.Column<string>(type: "TEXT", nullable: false),
                    After = table.Column<string>(type: "TEXT", nullable: false),
                    IsUndone = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_FramingSteps", x => x.Sequence);
                });

            migrationBuilder.CreateIndex(
                name: "IX_FramingSteps_SourceId",
                table: "FramingSteps",
                column: "SourceId");

            // What was set by hand before stays, each place apart from the others.
            migrationBuilder.Sql("""
                UPDATE Sources SET Framing = json_object(
                    'subject', json(coalesce(Subject, 'null')),
                    'focus', json(coalesce(Focus, 'null')),
                    'places', (
                        SELECT json_group_object(
                            CASE Tier WHEN '' THEN SlotId ELSE SlotId || '/' || Tier END,
                            json_object('isParted', json('true'), 'hand', json_object('crop', json(Crop))))
                        FROM Framings WHERE Framings.SourceId = Sources.Id))
                """);
            migrationBuilder.DropTable(name: "Framings");
            // As SQLite does it by itself: the other way is a rebuilt table, which no transaction holds together.
            migrationBuilder.Sql("ALTER TABLE Sources DROP COLUMN Subject");
            migrationBuilder.Sql("ALTER TABLE Sources DROP COLUMN Focus");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "FramingSteps");

            migrationBuilder.DropColumn(
                name: "Framing",
                table: "Sources");

            migrationBuilder.DropColumn(
                name: "FramingRevision",
                table: "Sources");

            migrationBuilder.DropColumn(
                name: "NumberedAs",
                table: "Sources");

            migrationBuilder.DropColumn(
                name: "Proposal",
                table: "Sources");

            migrationBuilder.AddColumn<string>(
                name: "Subject",
                table: "Sources",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Focus",
                table: "Sources",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "Framings",
                columns: table => new
                {
                    SourceId = table.Column<string>(type: "TEXT", nullable: false),
                    SlotId = table.Column<string>(type: "TEXT", nullable: false),
                    Tier = table.Column<string>(type: "TEXT", nullable: false),
                    Crop = table.Column<string>(type: "TEXT", nullable: false),
                    SetAt = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Framings", x => new { x.SourceId, x.SlotId, x.Tier });
                });
        }
    }
}
