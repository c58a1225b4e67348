using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace MuddyLedger.Data.Migrations
{
    /// <summary>
    /// What is only ever added to is guarded by the store itself: a line, a strike, a tap or a move of the shelf is never changed and never
    /// removed, whoever writes. SQLite drops a table's triggers where it is rebuilt: a later change that rebuilds one makes its guards again.
    /// </summary>
    public partial class Guards : Migration
    {
        private static readonly string[] Tables = ["Entries", "Strikes", "RunEvents", "ViewingEvents", "StockMoves"];

        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            foreach (var table in Tables)
            {
                migrationBuilder.Sql($"CREATE TRIGGER \"{table}_never_changed\" BEFORE UPDATE ON \"{table}\" BEGIN SELECT RAISE(ABORT, '{table} are never changed'); END;");
                migrationBuilder.Sql($"CREATE TRIGGER \"{table}_never_removed\" BEFORE DELETE ON \"{table}\" BEGIN SELECT RAISE(ABORT, '{table} are never removed'); END;");
            }
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            foreach (var table in Tables)
            {
                migrationBuilder.Sql($"DROP TRIGGER \"{table}_never_changed\";");
                migrationBuilder.Sql($"DROP TRIGGER \"{table}_never_removed\";");
            }
        }
    }
}
