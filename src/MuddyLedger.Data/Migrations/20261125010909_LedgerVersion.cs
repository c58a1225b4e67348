using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace MuddyLedger.Data.Migrations
{
    /// <inheritdoc />
    public partial class LedgerVersion : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<long>(
                name: "LedgerVersion",
                table: "Bikes",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);
            foreach (var (name, when, bike) in Triggers)
                migrationBuilder.Sql($"CREATE TRIGGER {name} AFTER {when} BEGIN UPDATE Bikes SET LedgerVersion = LedgerVersion + 1 WHERE Id = {bike}; END;");
        }

        /// <summary>Whatever is written of a bike, and by whomever, counts its ledger's version up in the same transaction.</summary>
        private static readonly (string Name, string When, string Bike)[] Triggers =
        [
            ("EntryAdded", "INSERT ON Entries", "NEW.BikeId"),
            ("StrikeAdded", "INSERT ON Strikes", "(SELECT BikeId FROM Entries WHERE Id = NEW.EntryId)"),
            ("RunAdded", "INSERT ON Runs", "NEW.BikeId"),
            ("RunChanged", "UPDATE ON Runs", "NEW.BikeId"),
            ("TapAdded", "INSERT ON RunEvents", "(SELECT BikeId FROM Runs WHERE Id = NEW.RunId)"),
        ];

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            foreach (var (name, _, _) in Triggers) migrationBuilder.Sql($"DROP TRIGGER {name};");
            migrationBuilder.DropColumn(
                name: "LedgerVersion",
                table: "Bikes");
        }
    }
}
