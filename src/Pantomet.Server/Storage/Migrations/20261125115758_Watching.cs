using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Pantomet.Server.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Watching : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "HandedOver",
                columns: table => new
                {
                    Sequence = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    PackageId = table.Column<string>(type: "TEXT", nullable: false),
                    DestinationId = table.Column<string>(type: "TEXT", nullable: false),
                    Path = table.Column<string>(type: "TEXT", nullable: false),
                    Sha256 = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_HandedOver", x => x.Sequence);
                });

            migrationBuilder.CreateTable(
                name: "WatchedFiles",
                columns: table => new
                {
                    Path = table.Column<string>(type: "TEXT", nullable: false),
                    Bytes = table.Column<long>(type: "INTEGER", nullable: false),
                    Modified = table.Column<long>(type: "INTEGER", nullable: false),
                    State = table.Column<string>(type: "TEXT", nullable: false),
                    Sentence = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_WatchedFiles", x => x.Path);
                });

            migrationBuilder.CreateIndex(
                name: "IX_HandedOver_DestinationId",
                table: "HandedOver",
                column: "DestinationId");

            migrationBuilder.CreateIndex(
                name: "IX_HandedOver_PackageId",
                table: "HandedOver",
                column: "PackageId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "HandedOver");

            migrationBuilder.DropTable(
                name: "WatchedFiles");
        }
    }
}
