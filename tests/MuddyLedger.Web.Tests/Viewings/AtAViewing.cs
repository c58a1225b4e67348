namespace MuddyLedger.Web.Tests.Viewings;

/// <summary>Makes a viewing over HTTP, and taps at it.</summary>
internal static class AtAViewing
{
    internal static object Details(
        string set = "motocross-four-stroke",
        string asking = "3400",
        string? stated = "3300",
        string soldAs = "runner",
        bool papers = false,
        string? meter = "12 h",
        string name = "The red one",
        int year = 2014
    ) =>
        new
        {
            set,
            name,
            make = "Fellhound",
            model = "Scree 250",
            year,
            soldAs,
            title = "unknown",
            frameNumber = (string?)null,
            meter,
            asking,
            lastRunYear = (int?)null,
            where = "the sawmill",
            note = (string?)null,
            needsPapers = papers,
            willRebuild = false,
            budget = (string?)null,
            hourlyRate = "12",
            papersDiscount = "250",
            statedValue = stated,
            lift = "0",
        };

    internal static async Task<Answer> OpenAsync(TestShed shed, object? details = null) =>
        (await shed.PostAsync("/api/viewings", new { id = InTheShed.NewId(), details = details ?? Details() })).ShouldBeOk();

    internal static Task<Answer> ActAsync(TestShed shed, Answer viewing, object act)
    {
        var body = (JsonObject)System.Text.Json.JsonSerializer.SerializeToNode(act)!;
        body["id"] ??= InTheShed.NewId();
        return shed.PostAsync($"/api/viewings/{(string)viewing["id"]!}/acts", body);
    }

    internal static JsonNode Point(Answer viewing, string id) =>
        viewing["stages"].AsArray().SelectMany(stage => stage!["points"]!.AsArray()).Single(point => (string?)point!["id"] == id)!;

    internal static IEnumerable<JsonNode> Points(Answer viewing) =>
        viewing["stages"].AsArray().SelectMany(stage => stage!["points"]!.AsArray())!;
}
