using System.Globalization;
using MuddyLedger.Benchmarks;

// Every figure beside a plain baseline of the same run: the machine may be slow, the ratios are what counts.
CultureInfo.CurrentCulture = CultureInfo.InvariantCulture;
var report = new Report();
var clock = System.Diagnostics.Stopwatch.StartNew();
using var shed = await BenchShed.FillAsync();
report.Say(
    $"{shed.Bikes.Length} bikes, {shed.Scalar("SELECT count(*) FROM Entries"):#,0} lines, {new FileInfo(shed.File).Length / 1e6:0} MB, "
        + $"written in {clock.Elapsed.TotalSeconds:0} s"
);

// All of it, or one part alone: `-- writes`.
var part = args.SingleOrDefault();
bool Wanted(string name) => part is null || part == name;
if (Wanted("answers"))
    await AnswersBench.RunAsync(shed, report);
if (Wanted("writes"))
    await WritesBench.RunAsync(shed, report);
if (Wanted("start"))
    StartBench.Run(shed, report);
if (Wanted("exchange"))
    await ExchangeBench.RunAsync(shed, report);
if (Wanted("first-page"))
    FirstPageBench.Run(report);
return report.Failed ? 1 : 0;
