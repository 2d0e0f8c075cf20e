using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Pantomet.Server.Storage.Migrations
{
    /// <inheritdoc />
    public partial class TiersAndDensities : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropPrimaryKey(
                name: "PK_Framings",
                table: "Framings");

            migrationBuilder.AddColumn<double>(
                name: "Density",
                table: "Variants",
                type: "REAL",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Tier",
                table: "Variants",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Tier",
                table: "Framings",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddPrimaryKey(
                name: "PK_Framings",
                table: "Framings",
                columns: new[] { "SourceId", "SlotId", "Tier" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropPrimaryKey(
                name: "PK_Framings",
                table: "Framings");

            migrationBuilder.DropColumn(
                name: "Density",
                table: "Variants");

            migrationBuilder.DropColumn(
                name: "Tier",
                table: "Variants");

            migrationBuilder.DropColumn(
                name: "Tier",
                table: "Framings");

            migrationBuilder.AddPrimaryKey(
                name: "PK_Framings",
                table: "Framings",
                columns: new[] { "SourceId", "SlotId" });
        }
    }
}
