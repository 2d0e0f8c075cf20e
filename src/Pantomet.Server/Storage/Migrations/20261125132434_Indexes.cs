using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Pantomet.Server.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Indexes : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateIndex(
                name: "IX_Variants_Bytes",
                table: "Variants",
                column: "Bytes");

            migrationBuilder.CreateIndex(
                name: "IX_Sources_DeletedAt_Group",
                table: "Sources",
                columns: new[] { "DeletedAt", "Group" });

            migrationBuilder.CreateIndex(
                name: "IX_Sources_DeletedAt_Sequence_Id_Revision",
                table: "Sources",
                columns: new[] { "DeletedAt", "Sequence", "Id", "Revision" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Variants_Bytes",
                table: "Variants");

            migrationBuilder.DropIndex(
                name: "IX_Sources_DeletedAt_Group",
                table: "Sources");

            migrationBuilder.DropIndex(
                name: "IX_Sources_DeletedAt_Sequence_Id_Revision",
                table: "Sources");
        }
    }
}
