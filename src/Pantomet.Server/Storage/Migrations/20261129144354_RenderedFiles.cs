using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Pantomet.Server.Storage.Migrations
{
    /// <inheritdoc />
    public partial class RenderedFiles : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "RenderedFiles",
                columns: table => new
                {
                    Sequence = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Recipe = table.Column<string>(type: "TEXT", nullable: false),
                    Notation = table.Column<string>(type: "TEXT", nullable: true),
                    Sha256 = table.Column<string>(type: "TEXT", nullable: false),
                    Format = table.Column<string>(type: "TEXT", nullable: false),
                    Bytes = table.Column<long>(type: "INTEGER", nullable: false),
                    Quality = table.Column<int>(type: "INTEGER", nullable: true),
                    Encoding = table.Column<string>(type: "TEXT", nullable: false),
                    Points = table.Column<double>(type: "REAL", nullable: true),
                    Findings = table.Column<string>(type: "TEXT", nullable: false),
                    UsedAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    IsEvicted = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_RenderedFiles", x => x.Sequence);
                });

            migrationBuilder.AddColumn<long>(
                name: "FileSequence",
                table: "Variants",
                type: "INTEGER",
                nullable: true);

            // A file that several rows name by one recipe was made once, or came out the same: the last that was written is kept.
            migrationBuilder.Sql(
                """
                INSERT INTO RenderedFiles (Recipe, Sha256, Format, Bytes, Quality, Encoding, Points, Findings, UsedAt, IsEvicted)
                SELECT Recipe, Sha256, Format, Bytes, Quality, Encoding, Points, Findings, strftime('%Y-%m-%d %H:%M:%S', 'now'), 0
                FROM Variants
                WHERE Sequence IN (SELECT MAX(Sequence) FROM Variants WHERE State = 'Done' AND Sha256 IS NOT NULL GROUP BY Recipe)
                ORDER BY Sequence;
                """);
            migrationBuilder.Sql(
                """
                UPDATE Variants
                SET FileSequence = (SELECT file.Sequence FROM RenderedFiles file WHERE file.Recipe = Variants.Recipe), Findings = '[]'
                WHERE State = 'Done' AND Sha256 IS NOT NULL;
                """);

            migrationBuilder.DropIndex(
                name: "IX_Variants_Bytes",
                table: "Variants");

            migrationBuilder.DropIndex(
                name: "IX_Variants_Sha256",
                table: "Variants");

            migrationBuilder.DropColumn(
                name: "Bytes",
                table: "Variants");

            migrationBuilder.DropColumn(
                name: "Encoding",
                table: "Variants");

            migrationBuilder.DropColumn(
                name: "Points",
                table: "Variants");

            migrationBuilder.DropColumn(
                name: "Sha256",
                table: "Variants");

            migrationBuilder.DropColumn(
                name: "Quality",
                table: "Variants");

            migrationBuilder.CreateIndex(
                name: "IX_Variants_FileSequence",
                table: "Variants",
                column: "FileSequence");

            migrationBuilder.CreateIndex(
                name: "IX_RenderedFiles_IsEvicted_UsedAt",
                table: "RenderedFiles",
                columns: new[] { "IsEvicted", "UsedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_RenderedFiles_Recipe",
                table: "RenderedFiles",
                column: "Recipe",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_RenderedFiles_Sha256",
                table: "RenderedFiles",
                column: "Sha256");

            migrationBuilder.AddForeignKey(
                name: "FK_Variants_RenderedFiles_FileSequence",
                table: "Variants",
                column: "FileSequence",
                principalTable: "RenderedFiles",
                principalColumn: "Sequence",
                onDelete: ReferentialAction.Restrict);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder) => throw new NotSupportedException("The database from before the upgrade is kept beside the new one.");
    }
}
