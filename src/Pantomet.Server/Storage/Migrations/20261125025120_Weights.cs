using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Pantomet.Server.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Weights : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<bool>(
                name: "IsByHand",
                table: "Variants",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<double>(
                name: "Points",
                table: "Variants",
                type: "REAL",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Remedies",
                table: "Variants",
                type: "TEXT",
                nullable: false,
                defaultValue: "[]");

            migrationBuilder.AddColumn<string>(
                name: "Weights",
                table: "Sources",
                type: "TEXT",
                nullable: false,
                defaultValue: "[]");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.Sql("ALTER TABLE Variants DROP COLUMN IsByHand");

            migrationBuilder.Sql("ALTER TABLE Variants DROP COLUMN Points");

            migrationBuilder.Sql("ALTER TABLE Variants DROP COLUMN Remedies");

            migrationBuilder.Sql("ALTER TABLE Sources DROP COLUMN Weights");
        }
    }
}
