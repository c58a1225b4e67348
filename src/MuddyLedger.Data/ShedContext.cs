using System.Globalization;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using Microsoft.EntityFrameworkCore.Storage;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Viewings;
using NodaTime;
using NodaTime.Text;

namespace MuddyLedger.Data;

public sealed class ShedContext(DbContextOptions<ShedContext> options) : DbContext(options)
{
    public DbSet<BikeRow> Bikes => Set<BikeRow>();
    public DbSet<EntryRow> Entries => Set<EntryRow>();
    public DbSet<StrikeRow> Strikes => Set<StrikeRow>();
    public DbSet<RunRow> Runs => Set<RunRow>();
    public DbSet<RunEventRow> RunEvents => Set<RunEventRow>();
    public DbSet<ViewingRow> Viewings => Set<ViewingRow>();
    public DbSet<ViewingEventRow> ViewingEvents => Set<ViewingEventRow>();
    public DbSet<PriceRow> Prices => Set<PriceRow>();
    public DbSet<OwnJobRow> OwnJobs => Set<OwnJobRow>();
    public DbSet<StockItemRow> StockItems => Set<StockItemRow>();
    public DbSet<StockMoveRow> StockMoves => Set<StockMoveRow>();
    public DbSet<PhotoRow> Photos => Set<PhotoRow>();
    public DbSet<WriteRow> Writes => Set<WriteRow>();
    public DbSet<SettingsRow> Settings => Set<SettingsRow>();

    /// <summary>
    /// One view of the store for several reads that belong together. Deferred, so that it holds up no writer: a transaction begun
    /// by the framework would take the write lock at once.
    /// </summary>
    public async Task<IAsyncDisposable> ReadingAsync(CancellationToken cancel)
    {
        await Database.OpenConnectionAsync(cancel);
        var inner = ((SqliteConnection)Database.GetDbConnection()).BeginTransaction(deferred: true);
        return new Reading(this, inner, (await Database.UseTransactionAsync(inner, cancel))!);
    }

    private sealed class Reading(ShedContext context, SqliteTransaction inner, IDbContextTransaction used) : IAsyncDisposable
    {
        public async ValueTask DisposeAsync()
        {
            await used.DisposeAsync();
            await inner.DisposeAsync();
            await context.Database.CloseConnectionAsync();
        }
    }

    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder)
    {
        configurationBuilder.Properties<LocalDate>().HaveConversion<DateText>();
        configurationBuilder.Properties<Instant>().HaveConversion<InstantText>();
        configurationBuilder.Properties<RunStatus>().HaveConversion<string>();
        configurationBuilder.Properties<ViewingStatus>().HaveConversion<string>();
        configurationBuilder.Properties<StockCause>().HaveConversion<string>();
    }

    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<EntryRow>(entry =>
        {
            entry.HasOne<BikeRow>().WithMany().HasForeignKey(row => row.BikeId).OnDelete(DeleteBehavior.Restrict);
            entry.HasOne<RunRow>().WithMany().HasForeignKey(row => row.RunId).OnDelete(DeleteBehavior.Restrict);
            entry.HasOne<EntryRow>().WithMany().HasForeignKey(row => row.CorrectsId).OnDelete(DeleteBehavior.Restrict);
            entry.HasIndex(row => new { row.BikeId, row.Date });
        });
        modelBuilder.Entity<StrikeRow>(strike =>
        {
            strike.HasKey(row => row.EntryId);
            strike.HasOne<EntryRow>().WithMany().HasForeignKey(row => row.EntryId).OnDelete(DeleteBehavior.Restrict);
        });
        modelBuilder.Entity<RunRow>(run =>
        {
            run.HasOne<BikeRow>().WithMany().HasForeignKey(row => row.BikeId).OnDelete(DeleteBehavior.Restrict);
            run.HasIndex(row => new { row.BikeId, row.Status });
            run.Property(row => row.Version).IsConcurrencyToken();
        });
        modelBuilder.Entity<RunEventRow>(act =>
        {
            act.HasOne<RunRow>().WithMany().HasForeignKey(row => row.RunId).OnDelete(DeleteBehavior.Restrict);
            act.HasIndex(row => new { row.RunId, row.Sequence }).IsUnique();
        });
        modelBuilder.Entity<ViewingRow>(viewing =>
        {
            viewing.HasOne<BikeRow>().WithMany().HasForeignKey(row => row.BikeId).OnDelete(DeleteBehavior.Restrict);
            viewing.Property(row => row.Version).IsConcurrencyToken();
        });
        modelBuilder.Entity<ViewingEventRow>(act =>
        {
            act.HasOne<ViewingRow>().WithMany().HasForeignKey(row => row.ViewingId).OnDelete(DeleteBehavior.Restrict);
            act.HasIndex(row => new { row.ViewingId, row.Sequence }).IsUnique();
        });
        modelBuilder.Entity<OwnJobRow>().Property(row => row.Version).IsConcurrencyToken();
        modelBuilder.Entity<StockItemRow>().Property(row => row.Version).IsConcurrencyToken();
        modelBuilder.Entity<StockMoveRow>(move =>
        {
            move.HasOne<StockItemRow>().WithMany().HasForeignKey(row => row.ItemId).OnDelete(DeleteBehavior.Restrict);
            move.HasOne<RunRow>().WithMany().HasForeignKey(row => row.RunId).OnDelete(DeleteBehavior.Restrict);
            move.HasIndex(row => row.ItemId);
        });
        modelBuilder.Entity<PriceRow>().HasKey(row => row.Point);
        modelBuilder.Entity<BikeRow>().Property(row => row.Version).IsConcurrencyToken();
        modelBuilder
            .Entity<BikeRow>()
            .Property(row => row.LedgerVersion)
            .HasDefaultValue(0L)
            .ValueGeneratedOnAddOrUpdate()
            .Metadata.SetAfterSaveBehavior(PropertySaveBehavior.Ignore);
        modelBuilder.Entity<SettingsRow>().Property(row => row.Version).IsConcurrencyToken();
        modelBuilder.Entity<SettingsRow>().Property(row => row.Id).ValueGeneratedNever();
    }

    /// <exception cref="FormatException">The text is no day as the store writes it.</exception>
    internal static LocalDate ReadDate(string text) => LocalDate.FromDateOnly(DateOnly.ParseExact(text, "O", CultureInfo.InvariantCulture));

    /// <exception cref="FormatException">The text is no moment as the store writes it.</exception>
    internal static Instant ReadInstant(string text) =>
        Instant.FromDateTimeUtc(DateTime.ParseExact(text, "O", CultureInfo.InvariantCulture, DateTimeStyles.RoundtripKind));

    /// <summary>
    /// ISO dates sort as text. Read by the framework's round-trip format, which costs a tenth of a pattern, two hundred thousand times.
    /// </summary>
    private sealed class DateText() : ValueConverter<LocalDate, string>(date => LocalDatePattern.Iso.Format(date), text => ReadDate(text));

    /// <summary>A fixed number of decimals, so that instants sort as text; it is the framework's round-trip format.</summary>
    private sealed class InstantText() : ValueConverter<Instant, string>(instant => Pattern.Format(instant), text => ReadInstant(text))
    {
        private static readonly InstantPattern Pattern = InstantPattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm:ss.fffffff'Z'");
    }
}
