using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Spolium.Data.Migrations
{
    /// <inheritdoc />
    public partial class Chain : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<byte[]>(
                name: "Chain",
                table: "entry",
                type: "BLOB",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "Chain",
                table: "entry");
        }
    }
}
