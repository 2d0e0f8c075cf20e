using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Pantomet.Server.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Recipes : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Recipes",
                columns: table => new
                {
                    FileSequence = table.Column<long>(type: "INTEGER", nullable: false),
                    Notation = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Recipes", x => x.FileSequence);
                    table.ForeignKey(
                        name: "FK_Recipes_RenderedFiles_FileSequence",
                        column: x => x.FileSequence,
                        principalTable: "RenderedFiles",
                        principalColumn: "Sequence",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.Sql(
                "INSERT INTO Recipes SELECT Sequence, Notation FROM RenderedFiles WHERE Notation IS NOT NULL;");

            migrationBuilder.DropColumn(
                name: "Notation",
                table: "RenderedFiles");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Recipes");

            migrationBuilder.AddColumn<string>(
                name: "Notation",
                table: "RenderedFiles",
                type: "TEXT",
                nullable: true);
        }
    }
}
