using Microsoft.Data.Sqlite;
using MuddyLedger.Content;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Data;
using MuddyLedger.Web.Hosting;
using NodaTime;

namespace MuddyLedger.Benchmarks;

/// <summary>The large shed that all is measured on, in a folder that is gone afterwards with all that lies in it.</summary>
internal sealed class BenchShed : IDisposable
{
    private static readonly string ContentFolder = Path.Combine(AppContext.BaseDirectory, "content");
    private readonly string _root = Directory.CreateTempSubdirectory("muddy-bench-").FullName;

    private BenchShed() => Folder = NewFolder("shed");

    public ContentLibrary Content { get; } = ContentLibrary.Load(ContentFolder);
    public LocalDate Today { get; } = SystemClock.Instance.GetCurrentInstant().InUtc().Date;
    public string Folder { get; }
    public Guid[] Bikes { get; private set; } = [];
    public string File => Path.Combine(Folder, ShedFile.Name);

    /// <summary>The bike with the longest book.</summary>
    public Guid Longest => field == Guid.Empty ? field = Bikes.OrderByDescending(Lines).First() : field;

    public static async Task<BenchShed> FillAsync()
    {
        var shed = new BenchShed();
        shed.Bikes = await GeneratedShed.WriteAsync(shed.Folder, shed.Content, shed.Today);
        return shed;
    }

    public string NewFolder(string name) => Directory.CreateDirectory(Path.Combine(_root, name)).FullName;

    public static ShedOptions Options(string at) => new(at, ContentFolder, 0, SystemClock.Instance, DateTimeZone.Utc);

    private int Lines(Guid bike) =>
        Convert.ToInt32(Scalar($"SELECT count(*) FROM Entries WHERE BikeId = '{bike.ToString().ToUpperInvariant()}'"));

    public (Profile Profile, BikeLedger Ledger) Load(Guid bike)
    {
        var options = new Microsoft.EntityFrameworkCore.DbContextOptionsBuilder<ShedContext>();
        ShedFile.Configure(options, Folder);
        using var context = new ShedContext(options.Options);
        var reader = new ShedReader(context);
        var id = new MuddyLedger.Core.BikeId(bike);
        return (
            reader.BikeAsync(id, null, default).GetAwaiter().GetResult()!.Profile,
            reader.LedgerAsync(id, null, null, default).GetAwaiter().GetResult().Ledger
        );
    }

    /// <summary>The plain read of the same rows: every column of every line, as text. In milliseconds.</summary>
    public double ReadRows(Guid? bike) =>
        Report.Time(() =>
        {
            using var connection = Open();
            using var command = connection.CreateCommand();
            command.CommandText =
                "SELECT Id, BikeId, Date, WrittenAt, Device, Body, RunId, CorrectsId, Reason FROM Entries"
                + (bike is { } id ? $" WHERE BikeId = '{id.ToString().ToUpperInvariant()}'" : "");
            using var rows = command.ExecuteReader();
            var bytes = 0L;
            while (rows.Read())
                for (var at = 0; at < rows.FieldCount; at++)
                    bytes += rows.IsDBNull(at) ? 0 : rows.GetString(at).Length;
            if (bytes == 0)
                throw new InvalidOperationException("Nothing was read.");
        });

    /// <summary>A line that is written past the server, so that nothing computed of this bike holds.</summary>
    public void Insert(Guid bike)
    {
        using var connection = new SqliteConnection($"Data Source={File}");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText =
            $"INSERT INTO Entries (Id, BikeId, Date, WrittenAt, Device, Body) SELECT "
            + $"'{Guid.CreateVersion7().ToString().ToUpperInvariant()}', BikeId, Date, WrittenAt, Device, Body FROM "
            + $"Entries WHERE BikeId = '{bike.ToString().ToUpperInvariant()}' LIMIT 1";
        if (command.ExecuteNonQuery() != 1)
            throw new InvalidOperationException("Nothing was written.");
    }

    public object? Scalar(string sql)
    {
        using var connection = Open();
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        return command.ExecuteScalar();
    }

    private SqliteConnection Open()
    {
        var connection = new SqliteConnection($"Data Source={File};Mode=ReadOnly");
        connection.Open();
        return connection;
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(_root, recursive: true);
    }
}
