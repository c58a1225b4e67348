using MuddyLedger.App.Requests;
using MuddyLedger.App.Shelf;
using MuddyLedger.Core;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Waste;
using NodaTime;

namespace MuddyLedger.App.Waste;

/// <summary>Used fluid that waits to be handed in.</summary>
/// <param name="Kind">Of waste: what may be poured together.</param>
/// <param name="Volume">That waits to be handed in.</param>
public sealed record WasteAnswer(string Kind, Shown Volume);

/// <summary>Waste that was handed in.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Kind">The waste, as it is listed.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="Where">Where it was handed in.</param>
public sealed record HandedInRequest(Guid Id, string? Kind, string? Date, string? Where);

/// <summary>Used fluids, kept until they are handed in where local rules say.</summary>
public sealed class WasteHandlers(ShelfSnapshots shelf, Writing writing)
{
    /// <summary>Writes that old fluid was handed in, and where.</summary>
    public async Task<Outcome<ShelfAnswer>> HandedInAsync(HandedInRequest body, Caller caller)
    {
        var check = caller.Check(body.Id);
        var kind = check.Text("kind", body.Kind, 60);
        var date = check.Date("date", body.Date, shelf.Today);
        var where = check.Text("where", body.Where, 80);
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            async (writer, stamp) =>
            {
                var ledgers = (await shelf.BikesAsync(caller.Cancel)).Select(snapshot => snapshot.Ledger);
                var lines = WasteKept.HandIn(ledgers, kind, where);
                if (lines.IsEmpty)
                    return Problem.Refused("kind", "is not among what waits to be handed in");
                foreach (var (at, (bike, line)) in lines.Index())
                {
                    var id = new EntryId(at == 0 ? body.Id : Guid.CreateVersion7());
                    writer.AddEntry(new LedgerEntry(id, bike, date, stamp.At + Duration.FromTicks(at), stamp.Device, line));
                }

                return null;
            },
            () => shelf.AnswerAsync(caller.Cancel)
        );
    }
}
