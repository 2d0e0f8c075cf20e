using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Pantomet.Server.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Results : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Sources_Stem",
                table: "Sources");

            migrationBuilder.AddColumn<long>(
                name: "LookBytes",
                table: "Sources",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<int>(
                name: "LookMilliseconds",
                table: "Sources",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<int>(
                name: "LeftOut",
                table: "Runs",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<int>(
                name: "Attempts",
                table: "Pairings",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<int>(
                name: "Planned",
                table: "Pairings",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "RunFiles",
                columns: table => new
                {
                    RunId = table.Column<string>(type: "TEXT", nullable: false),
                    VariantSequence = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_RunFiles", x => new { x.RunId, x.VariantSequence });
                });

            migrationBuilder.CreateTable(
                name: "Slots",
                columns: table => new
                {
                    Id = table.Column<string>(type: "TEXT", nullable: false),
                    DestinationId = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Slots", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Variants_Sha256",
                table: "Variants",
                column: "Sha256");

            // Names that two pictures bear: the first keeps it.
            migrationBuilder.Sql("""
                UPDATE Sources SET Stem = substr(Stem, 1, 100) || '-no-' || Sequence
                WHERE DeletedAt IS NULL AND EXISTS (SELECT 1 FROM Sources AS other WHERE other.DeletedAt IS NULL AND other.Stem = Sources.Stem AND other.Sequence < Sources.Sequence);
                """);

            migrationBuilder.CreateIndex(
                name: "IX_Sources_Stem",
                table: "Sources",
                column: "Stem",
                unique: true,
                filter: "\"DeletedAt\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_RunFiles_VariantSequence",
                table: "RunFiles",
                column: "VariantSequence");

            migrationBuilder.CreateIndex(
                name: "IX_Slots_DestinationId",
                table: "Slots",
                column: "DestinationId");

            // A run's files, those of before too. What a later run only found made already had a row of its own: the newest stays, for all of them.
            migrationBuilder.Sql("""
                INSERT OR IGNORE INTO RunFiles (RunId, VariantSequence)
                SELECT RunId, MAX(Sequence) OVER (PARTITION BY SourceId, SlotId, Tier, Width, Height, Density, Format, Recipe, State, Sha256,
                    CASE WHEN State = 'Done' THEN 0 ELSE Sequence END) FROM Variants;
                """);
            migrationBuilder.Sql("DELETE FROM Variants WHERE State = 'Done' AND Sequence NOT IN (SELECT VariantSequence FROM RunFiles);");

            // Of two destinations with a slot of one id, the first keeps it.
            migrationBuilder.Sql("""
                INSERT OR IGNORE INTO Slots (Id, DestinationId)
                SELECT json_extract(slot.value, '$.id'), Destinations.Id
                FROM Destinations, json_each(Destinations.Document, '$.slots') AS slot
                WHERE Destinations.DeletedAt IS NULL ORDER BY Destinations.Position;
                """);

            // What lies at each path of a destination, by the last package that was made.
            migrationBuilder.Sql("""
                CREATE TABLE Given (DestinationId TEXT NOT NULL, Path TEXT NOT NULL, PackageId TEXT NOT NULL, Sha256 TEXT NOT NULL, CONSTRAINT PK_HandedOver PRIMARY KEY (DestinationId, Path));
                """);
            migrationBuilder.Sql("""
                INSERT OR REPLACE INTO Given (DestinationId, Path, PackageId, Sha256)
                SELECT HandedOver.DestinationId, HandedOver.Path, HandedOver.PackageId, HandedOver.Sha256
                FROM HandedOver JOIN Packages ON Packages.Id = HandedOver.PackageId AND Packages.State = 'Done' ORDER BY HandedOver.Sequence;
                """);
            migrationBuilder.Sql("DROP TABLE HandedOver;");
            migrationBuilder.Sql("ALTER TABLE Given RENAME TO HandedOver;");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder) => throw new NotSupportedException("The database from before the upgrade is kept beside the new one.");
    }
}
