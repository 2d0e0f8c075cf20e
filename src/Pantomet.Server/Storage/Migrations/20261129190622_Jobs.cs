using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Pantomet.Server.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Jobs : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Jobs",
                columns: table => new
                {
                    Sequence = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Id = table.Column<string>(type: "TEXT", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    State = table.Column<string>(type: "TEXT", nullable: false),
                    Total = table.Column<int>(type: "INTEGER", nullable: false),
                    Done = table.Column<int>(type: "INTEGER", nullable: false),
                    Failed = table.Column<int>(type: "INTEGER", nullable: false),
                    LeftOut = table.Column<int>(type: "INTEGER", nullable: false),
                    BytesIn = table.Column<long>(type: "INTEGER", nullable: false),
                    BytesOut = table.Column<long>(type: "INTEGER", nullable: false),
                    Attempts = table.Column<int>(type: "INTEGER", nullable: false),
                    Problem = table.Column<string>(type: "TEXT", nullable: false),
                    AskedAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    StartedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    EndedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Blocked = table.Column<int>(type: "INTEGER", nullable: true),
                    Selection = table.Column<string>(type: "TEXT", nullable: true),
                    Request = table.Column<string>(type: "TEXT", nullable: true),
                    SourceIds = table.Column<string>(type: "TEXT", nullable: true),
                    Undoes = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Jobs", x => x.Sequence);
                });

            // In the order in which they were asked for, whatever they do.
            migrationBuilder.Sql(
                """
                INSERT INTO Jobs (Id, Kind, State, Total, Done, Failed, LeftOut, BytesIn, BytesOut, Attempts, Problem, AskedAt, StartedAt,
                    EndedAt, Blocked, Selection)
                SELECT * FROM (
                    SELECT Id, 'Run', State, Total, Done, Failed, LeftOut, BytesIn, BytesOut, 0, '', AskedAt AS AskedAt, StartedAt, EndedAt,
                        Blocked, NULL
                    FROM Runs
                    UNION ALL
                    SELECT Id, 'Package', State, Files, Files, 0, 0, 0, Bytes, 0, Problem, AskedAt, NULL, EndedAt, NULL, Selection
                    FROM Packages)
                ORDER BY AskedAt;
                """);

            migrationBuilder.DropTable(
                name: "Packages");

            migrationBuilder.DropTable(
                name: "Runs");

            migrationBuilder.CreateTable(
                name: "ActChanges",
                columns: table => new
                {
                    Sequence = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    ActId = table.Column<string>(type: "TEXT", nullable: false),
                    SourceId = table.Column<string>(type: "TEXT", nullable: false),
                    Before = table.Column<string>(type: "TEXT", nullable: false),
                    After = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ActChanges", x => x.Sequence);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Jobs_Id",
                table: "Jobs",
                column: "Id",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Jobs_Kind_State",
                table: "Jobs",
                columns: new[] { "Kind", "State" });

            migrationBuilder.CreateIndex(
                name: "IX_ActChanges_ActId_SourceId",
                table: "ActChanges",
                columns: new[] { "ActId", "SourceId" },
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder) =>
            throw new NotSupportedException("A library is not taken back to an earlier version; its database from before the upgrade is kept.");
    }
}
