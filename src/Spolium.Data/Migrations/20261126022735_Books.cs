using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Spolium.Data.Migrations
{
    /// <inheritdoc />
    public partial class Books : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "BatchId",
                table: "holding",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Place",
                table: "holding",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<double>(
                name: "Sigma",
                table: "holding",
                type: "REAL",
                nullable: false,
                defaultValue: 0.0);

            migrationBuilder.AddColumn<bool>(
                name: "AddsUp",
                table: "batch",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<bool>(
                name: "Explained",
                table: "batch",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "LotRoot",
                table: "batch",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Material",
                table: "batch",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<int>(
                name: "Restated",
                table: "batch",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.CreateTable(
                name: "batch_loss",
                columns: table => new
                {
                    BatchId = table.Column<string>(type: "TEXT", nullable: false),
                    Element = table.Column<string>(type: "TEXT", nullable: false),
                    Account = table.Column<string>(type: "TEXT", nullable: false),
                    StepId = table.Column<string>(type: "TEXT", nullable: false),
                    Method = table.Column<string>(type: "TEXT", nullable: false),
                    Cause = table.Column<string>(type: "TEXT", nullable: false),
                    Grams = table.Column<double>(type: "REAL", nullable: false),
                    Sigma = table.Column<double>(type: "REAL", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_batch_loss", x => new { x.Element, x.BatchId, x.Account });
                });

            migrationBuilder.CreateTable(
                name: "batch_metal",
                columns: table => new
                {
                    BatchId = table.Column<string>(type: "TEXT", nullable: false),
                    Element = table.Column<string>(type: "TEXT", nullable: false),
                    FeedG = table.Column<double>(type: "REAL", nullable: false),
                    FeedSigma = table.Column<double>(type: "REAL", nullable: false),
                    AtLeastG = table.Column<double>(type: "REAL", nullable: false),
                    AtLeastSigma = table.Column<double>(type: "REAL", nullable: false),
                    ProductG = table.Column<double>(type: "REAL", nullable: false),
                    ProductSigma = table.Column<double>(type: "REAL", nullable: false),
                    UnaccountedG = table.Column<double>(type: "REAL", nullable: false),
                    UnaccountedSigma = table.Column<double>(type: "REAL", nullable: false),
                    MissingG = table.Column<double>(type: "REAL", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_batch_metal", x => new { x.Element, x.BatchId });
                });

            migrationBuilder.CreateTable(
                name: "batch_money",
                columns: table => new
                {
                    BatchId = table.Column<string>(type: "TEXT", nullable: false),
                    CostsKr = table.Column<double>(type: "REAL", nullable: false),
                    LeftKr = table.Column<double>(type: "REAL", nullable: false),
                    LeftSigma = table.Column<double>(type: "REAL", nullable: false),
                    MarginKr = table.Column<double>(type: "REAL", nullable: false),
                    MarginSigma = table.Column<double>(type: "REAL", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_batch_money", x => x.BatchId);
                });

            migrationBuilder.CreateTable(
                name: "batch_person",
                columns: table => new
                {
                    BatchId = table.Column<string>(type: "TEXT", nullable: false),
                    Initials = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_batch_person", x => new { x.BatchId, x.Initials });
                });

            migrationBuilder.CreateTable(
                name: "batch_reagent",
                columns: table => new
                {
                    BatchId = table.Column<string>(type: "TEXT", nullable: false),
                    Formula = table.Column<string>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Grams = table.Column<double>(type: "REAL", nullable: false),
                    PlannedG = table.Column<double>(type: "REAL", nullable: false),
                    Kr = table.Column<double>(type: "REAL", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_batch_reagent", x => new { x.BatchId, x.Formula });
                });

            migrationBuilder.CreateTable(
                name: "step_yield",
                columns: table => new
                {
                    BatchId = table.Column<string>(type: "TEXT", nullable: false),
                    StepId = table.Column<string>(type: "TEXT", nullable: false),
                    Element = table.Column<string>(type: "TEXT", nullable: false),
                    Method = table.Column<string>(type: "TEXT", nullable: false),
                    InG = table.Column<double>(type: "REAL", nullable: false),
                    MainG = table.Column<double>(type: "REAL", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_step_yield", x => new { x.Element, x.Method, x.BatchId, x.StepId });
                });

            migrationBuilder.CreateIndex(
                name: "IX_holding_Element_Place_BatchId_Micrograms_Sigma",
                table: "holding",
                columns: new[] { "Element", "Place", "BatchId", "Micrograms", "Sigma" },
                filter: "\"Place\" IS NOT NULL AND \"Micrograms\" <> 0");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "batch_loss");

            migrationBuilder.DropTable(
                name: "batch_metal");

            migrationBuilder.DropTable(
                name: "batch_money");

            migrationBuilder.DropTable(
                name: "batch_person");

            migrationBuilder.DropTable(
                name: "batch_reagent");

            migrationBuilder.DropTable(
                name: "step_yield");

            migrationBuilder.DropIndex(
                name: "IX_holding_Element_Place_BatchId_Micrograms_Sigma",
                table: "holding");

            migrationBuilder.DropColumn(
                name: "BatchId",
                table: "holding");

            migrationBuilder.DropColumn(
                name: "Place",
                table: "holding");

            migrationBuilder.DropColumn(
                name: "Sigma",
                table: "holding");

            migrationBuilder.DropColumn(
                name: "AddsUp",
                table: "batch");

            migrationBuilder.DropColumn(
                name: "Explained",
                table: "batch");

            migrationBuilder.DropColumn(
                name: "LotRoot",
                table: "batch");

            migrationBuilder.DropColumn(
                name: "Material",
                table: "batch");

            migrationBuilder.DropColumn(
                name: "Restated",
                table: "batch");
        }
    }
}
