using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Pantomet.Server.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Publications : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "DestinationId",
                table: "Jobs",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "IsDryRun",
                table: "Jobs",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "IsPlanned",
                table: "Jobs",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "PutsBack",
                table: "Jobs",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "TakesOver",
                table: "Jobs",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "TargetId",
                table: "Jobs",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "TargetName",
                table: "Jobs",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "Unchanged",
                table: "Jobs",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "PublicationChanges",
                columns: table => new
                {
                    Sequence = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PublicationId = table.Column<string>(type: "TEXT", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    Role = table.Column<string>(type: "TEXT", nullable: false),
                    Path = table.Column<string>(type: "TEXT", nullable: false),
                    State = table.Column<string>(type: "TEXT", nullable: false),
                    Sha256 = table.Column<string>(type: "TEXT", nullable: true),
                    Bytes = table.Column<long>(type: "INTEGER", nullable: false),
                    MediaType = table.Column<string>(type: "TEXT", nullable: false),
                    IsLasting = table.Column<bool>(type: "INTEGER", nullable: false),
                    Picture = table.Column<string>(type: "TEXT", nullable: true),
                    Newest = table.Column<long>(type: "INTEGER", nullable: false),
                    IsOurs = table.Column<bool>(type: "INTEGER", nullable: false),
                    FormerSha256 = table.Column<string>(type: "TEXT", nullable: true),
                    FormerBytes = table.Column<long>(type: "INTEGER", nullable: false),
                    WasOurs = table.Column<bool>(type: "INTEGER", nullable: false),
                    FormerPicture = table.Column<string>(type: "TEXT", nullable: true),
                    Reason = table.Column<string>(type: "TEXT", nullable: false),
                    DoneAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PublicationChanges", x => x.Sequence);
                });

            migrationBuilder.CreateTable(
                name: "PublishedFiles",
                columns: table => new
                {
                    TargetId = table.Column<string>(type: "TEXT", nullable: false),
                    Path = table.Column<string>(type: "TEXT", nullable: false),
                    DestinationId = table.Column<string>(type: "TEXT", nullable: false),
                    Sha256 = table.Column<string>(type: "TEXT", nullable: false),
                    Bytes = table.Column<long>(type: "INTEGER", nullable: false),
                    Role = table.Column<string>(type: "TEXT", nullable: false),
                    IsLasting = table.Column<bool>(type: "INTEGER", nullable: false),
                    Picture = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PublishedFiles", x => new { x.TargetId, x.Path });
                });

            migrationBuilder.CreateTable(
                name: "RefusedFiles",
                columns: table => new
                {
                    TargetId = table.Column<string>(type: "TEXT", nullable: false),
                    Path = table.Column<string>(type: "TEXT", nullable: false),
                    SourceId = table.Column<string>(type: "TEXT", nullable: false),
                    SlotId = table.Column<string>(type: "TEXT", nullable: false),
                    Newest = table.Column<long>(type: "INTEGER", nullable: false),
                    Sentence = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_RefusedFiles", x => new { x.TargetId, x.Path });
                });

            migrationBuilder.CreateTable(
                name: "Targets",
                columns: table => new
                {
                    Id = table.Column<string>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Place = table.Column<string>(type: "TEXT", nullable: false),
                    Secrets = table.Column<string>(type: "TEXT", nullable: false),
                    MadeAt = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Targets", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Jobs_TargetId",
                table: "Jobs",
                column: "TargetId");

            migrationBuilder.CreateIndex(
                name: "IX_PublicationChanges_PublicationId_State",
                table: "PublicationChanges",
                columns: new[] { "PublicationId", "State" });

            migrationBuilder.CreateIndex(
                name: "IX_RefusedFiles_SourceId_SlotId",
                table: "RefusedFiles",
                columns: new[] { "SourceId", "SlotId" });

            migrationBuilder.CreateIndex(
                name: "IX_Targets_Name",
                table: "Targets",
                column: "Name",
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "PublicationChanges");

            migrationBuilder.DropTable(
                name: "PublishedFiles");

            migrationBuilder.DropTable(
                name: "RefusedFiles");

            migrationBuilder.DropTable(
                name: "Targets");

            migrationBuilder.DropIndex(
                name: "IX_Jobs_TargetId",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "DestinationId",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "IsDryRun",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "IsPlanned",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "PutsBack",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "TakesOver",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "TargetId",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "TargetName",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "Unchanged",
                table: "Jobs");
        }
    }
}
