using Microsoft.EntityFrameworkCore;

// Nothing but the frame that Muddy Ledger stands in, to hold its start and its writes against: one table, one address.
var builder = WebApplication.CreateSlimBuilder();
builder.Logging.ClearProviders();
builder.WebHost.ConfigureKestrel(kestrel => kestrel.Listen(System.Net.IPAddress.Loopback, 0));
builder.Services.AddDbContext<OneTable>(options => options.UseSqlite($"Data Source={args[0]}"));
var app = builder.Build();
app.MapGet("/lines", async (OneTable table) => Results.Text($"{await table.Lines.CountAsync()}"));
app.MapPost(
    "/lines",
    async (OneTable table, Said said) =>
    {
        table.Lines.Add(new Line(0, said.Text));
        await table.SaveChangesAsync();
        return Results.Text("kept");
    }
);
using (var scope = app.Services.CreateScope())
    await scope.ServiceProvider.GetRequiredService<OneTable>().Database.EnsureCreatedAsync();
await app.StartAsync();
Console.WriteLine(app.Urls.First());
await app.WaitForShutdownAsync();

public sealed class OneTable(DbContextOptions<OneTable> options) : DbContext(options)
{
    public DbSet<Line> Lines => Set<Line>();
}

public sealed record Line(int Id, string Text);

public sealed record Said(string Text);
