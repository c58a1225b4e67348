namespace MuddyLedger.Benchmarks;

/// <summary>
/// From nothing to the first answer, in turns with an empty application; and what the server then holds in memory with the shed loaded.
/// </summary>
internal static class StartBench
{
    public static void Run(BenchShed shed, Report report)
    {
        var (firsts, plain) = (new List<double>(), new List<double>());
        var (server, empty) = (ServedPrograms.Server(shed.Folder), ServedPrograms.Empty(shed.NewFolder("empty")));
        for (var turn = 0; turn < 5; turn++)
        {
            plain.Add(ServedPrograms.FirstAnswer(empty, "/lines"));
            firsts.Add(ServedPrograms.FirstAnswer(server, "/api/settings"));
        }

        var (first, baseline) = (firsts.Order().ElementAt(2), plain.Order().ElementAt(2));
        report.Say($"cold start to the first answer: {first:0.00} s; of an empty application {baseline:0.00} s");
        report.Limit("cold start against an empty application", first / baseline, 2, "times");

        using var served = ServedPrograms.Start(server);
        served.Http.GetStringAsync("/api/shed").GetAwaiter().GetResult();
        foreach (var bike in shed.Bikes)
            served.Http.GetStringAsync($"/api/bikes/{bike}").GetAwaiter().GetResult();
        report.Limit("resident memory with every bike opened", served.AtRest(), 300, "MB");
    }
}
