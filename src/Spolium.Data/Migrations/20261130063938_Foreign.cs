using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Spolium.Data.Migrations
{
    /// <inheritdoc />
    public partial class Foreign : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<bool>(
                name: "Foreign",
                table: "batch",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "Foreign",
                table: "batch");
        }
    }
}
