using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Spolium.Data.Migrations
{
    /// <inheritdoc />
    public partial class Archive : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Readings",
                table: "posting",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "Seq",
                table: "posting",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AlterColumn<string>(
                name: "Code",
                table: "lot",
                type: "TEXT",
                nullable: false,
                collation: "NOCASE",
                oldClrType: typeof(string),
                oldType: "TEXT");

            migrationBuilder.AddColumn<bool>(
                name: "Sorted",
                table: "lot",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "WaitsFor",
                table: "lot",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AlterColumn<string>(
                name: "Code",
                table: "batch",
                type: "TEXT",
                nullable: false,
                collation: "NOCASE",
                oldClrType: typeof(string),
                oldType: "TEXT");

            migrationBuilder.CreateTable(
                name: "at_work",
                columns: table => new
                {
                    Stream = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_at_work", x => x.Stream);
                });

            migrationBuilder.CreateTable(
                name: "bottle",
                columns: table => new
                {
                    Id = table.Column<string>(type: "TEXT", nullable: false, collation: "NOCASE"),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Formula = table.Column<string>(type: "TEXT", nullable: false),
                    Grams = table.Column<double>(type: "REAL", nullable: false),
                    ReceivedTicks = table.Column<long>(type: "INTEGER", nullable: false),
                    Empty = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_bottle", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "practice",
                columns: table => new
                {
                    BatchId = table.Column<string>(type: "TEXT", nullable: false),
                    ClosedTicks = table.Column<long>(type: "INTEGER", nullable: false),
                    Json = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_practice", x => x.BatchId);
                });

            migrationBuilder.CreateTable(
                name: "touch",
                columns: table => new
                {
                    Stream = table.Column<string>(type: "TEXT", nullable: false),
                    Seq = table.Column<long>(type: "INTEGER", nullable: false),
                    Version = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_touch", x => new { x.Stream, x.Seq });
                });

            migrationBuilder.CreateIndex(
                name: "IX_posting_EntryId",
                table: "posting",
                column: "EntryId");

            migrationBuilder.CreateIndex(
                name: "IX_lot_Code",
                table: "lot",
                column: "Code");

            migrationBuilder.CreateIndex(
                name: "IX_lot_ReceivedTicks",
                table: "lot",
                column: "ReceivedTicks");

            migrationBuilder.CreateIndex(
                name: "IX_batch_ClosedTicks_StartedTicks",
                table: "batch",
                columns: new[] { "ClosedTicks", "StartedTicks" });

            migrationBuilder.CreateIndex(
                name: "IX_batch_Code",
                table: "batch",
                column: "Code");

            migrationBuilder.CreateIndex(
                name: "IX_bottle_Empty_ReceivedTicks",
                table: "bottle",
                columns: new[] { "Empty", "ReceivedTicks" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "at_work");

            migrationBuilder.DropTable(
                name: "bottle");

            migrationBuilder.DropTable(
                name: "practice");

            migrationBuilder.DropTable(
                name: "touch");

            migrationBuilder.DropIndex(
                name: "IX_posting_EntryId",
                table: "posting");

            migrationBuilder.DropIndex(
                name: "IX_lot_Code",
                table: "lot");

            migrationBuilder.DropIndex(
                name: "IX_lot_ReceivedTicks",
                table: "lot");

            migrationBuilder.DropIndex(
                name: "IX_batch_ClosedTicks_StartedTicks",
                table: "batch");

            migrationBuilder.DropIndex(
                name: "IX_batch_Code",
                table: "batch");

            migrationBuilder.DropColumn(
                name: "Readings",
                table: "posting");

            migrationBuilder.DropColumn(
                name: "Seq",
                table: "posting");

            migrationBuilder.DropColumn(
                name: "Sorted",
                table: "lot");

            migrationBuilder.DropColumn(
                name: "WaitsFor",
                table: "lot");

            migrationBuilder.AlterColumn<string>(
                name: "Code",
                table: "lot",
                type: "TEXT",
                nullable: false,
                oldClrType: typeof(string),
                oldType: "TEXT",
                oldCollation: "NOCASE");

            migrationBuilder.AlterColumn<string>(
                name: "Code",
                table: "batch",
                type: "TEXT",
                nullable: false,
                oldClrType: typeof(string),
                oldType: "TEXT",
                oldCollation: "NOCASE");
        }
    }
}
