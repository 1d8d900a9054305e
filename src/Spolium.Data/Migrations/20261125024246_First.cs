using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Spolium.Data.Migrations
{
    /// <inheritdoc />
    public partial class First : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "batch",
                columns: table => new
                {
                    Id = table.Column<string>(type: "TEXT", nullable: false),
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    LotCode = table.Column<string>(type: "TEXT", nullable: false),
                    FeedG = table.Column<double>(type: "REAL", nullable: false),
                    CurrentStep = table.Column<string>(type: "TEXT", nullable: true),
                    CurrentBegun = table.Column<bool>(type: "INTEGER", nullable: false),
                    StartedTicks = table.Column<long>(type: "INTEGER", nullable: false),
                    ClosedTicks = table.Column<long>(type: "INTEGER", nullable: true),
                    ProductG = table.Column<double>(type: "REAL", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_batch", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "entry",
                columns: table => new
                {
                    Seq = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Id = table.Column<string>(type: "TEXT", nullable: true),
                    OccurredTicks = table.Column<long>(type: "INTEGER", nullable: false),
                    OccurredOffsetMinutes = table.Column<int>(type: "INTEGER", nullable: false),
                    RecordedTicks = table.Column<long>(type: "INTEGER", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    Schema = table.Column<int>(type: "INTEGER", nullable: false),
                    Json = table.Column<string>(type: "TEXT", nullable: false),
                    Hash = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_entry", x => x.Seq);
                });

            migrationBuilder.CreateTable(
                name: "entry_stream",
                columns: table => new
                {
                    Stream = table.Column<string>(type: "TEXT", nullable: false),
                    Version = table.Column<long>(type: "INTEGER", nullable: false),
                    Seq = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_entry_stream", x => new { x.Stream, x.Version });
                });

            migrationBuilder.CreateTable(
                name: "holding",
                columns: table => new
                {
                    Account = table.Column<string>(type: "TEXT", nullable: false),
                    Element = table.Column<string>(type: "TEXT", nullable: false),
                    Micrograms = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_holding", x => new { x.Account, x.Element });
                });

            migrationBuilder.CreateTable(
                name: "lot",
                columns: table => new
                {
                    Id = table.Column<string>(type: "TEXT", nullable: false),
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    Material = table.Column<string>(type: "TEXT", nullable: false),
                    Field = table.Column<string>(type: "TEXT", nullable: false),
                    Amount = table.Column<double>(type: "REAL", nullable: false),
                    Left = table.Column<double>(type: "REAL", nullable: false),
                    ReceivedTicks = table.Column<long>(type: "INTEGER", nullable: false),
                    PartOf = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_lot", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "posting",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    EntryId = table.Column<string>(type: "TEXT", nullable: false),
                    Account = table.Column<string>(type: "TEXT", nullable: false),
                    Element = table.Column<string>(type: "TEXT", nullable: false),
                    Micrograms = table.Column<long>(type: "INTEGER", nullable: false),
                    SigmaG = table.Column<double>(type: "REAL", nullable: false),
                    Basis = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_posting", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "projection",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Seq = table.Column<long>(type: "INTEGER", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_projection", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "step",
                columns: table => new
                {
                    BatchId = table.Column<string>(type: "TEXT", nullable: false),
                    StepId = table.Column<string>(type: "TEXT", nullable: false),
                    Number = table.Column<int>(type: "INTEGER", nullable: false),
                    Method = table.Column<string>(type: "TEXT", nullable: false),
                    BegunTicks = table.Column<long>(type: "INTEGER", nullable: true),
                    ClosedTicks = table.Column<long>(type: "INTEGER", nullable: true),
                    Pours = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_step", x => new { x.BatchId, x.StepId });
                });

            migrationBuilder.CreateIndex(
                name: "IX_entry_Id",
                table: "entry",
                column: "Id",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_entry_stream_Seq",
                table: "entry_stream",
                column: "Seq");

            migrationBuilder.CreateIndex(
                name: "IX_posting_Account_Element",
                table: "posting",
                columns: new[] { "Account", "Element" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "batch");

            migrationBuilder.DropTable(
                name: "entry");

            migrationBuilder.DropTable(
                name: "entry_stream");

            migrationBuilder.DropTable(
                name: "holding");

            migrationBuilder.DropTable(
                name: "lot");

            migrationBuilder.DropTable(
                name: "posting");

            migrationBuilder.DropTable(
                name: "projection");

            migrationBuilder.DropTable(
                name: "step");
        }
    }
}
