using System.Reflection;
using System.Text.Json.Serialization;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Json;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Tests.Json;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Wear;

namespace MuddyLedger.Core.Tests.Ledger;

/// <summary>What each kind of line says, figure by figure, and what a correction makes of it.</summary>
public class EntryFigureTests
{
    public static TheoryData<EntryBody> Bodies =>
        [.. CoreJsonTests.Bodies, new JobFinished("chain", "Chain", 25, [new("Weigh it", "no scales")], "a clip", "clean it first")];

    /// <summary>The line with another value in this figure's place, and the figure then; null where it cannot be corrected.</summary>
    private static (EntryBody Line, EntryFigure Figure)? Changed(EntryFigure figure) =>
        figure switch
        {
            MeterFigure { Put: { } put } meter => With(put, MeterAmount.Of(meter.Amount.Kind, meter.Amount.InBase + 1), meter),
            VolumeFigure { Put: { } put } volume => With(put, Volume.FromLitres(volume.Volume.Litres + 1), volume),
            MoneyFigure { Put: { } put } money => With(put, Money.Of(money.Amount.Amount + 1), money),
            MinutesFigure { Put: { } put } time => With(put, time.Minutes + 1, time),
            TextFigure { Put: { } put } text => With(put, text.Text + ", corrected", text),
            NoteFigure note => With<string?>(words => note.Put(words), note.Text + ", corrected", note),
            _ => null,
        };

    private static (EntryBody, EntryFigure)? With<T>(Func<T, EntryBody> put, T value, EntryFigure figure) =>
        put(value) is var line ? (line, line.Figures().First(one => one.Name == figure.Name)) : null;

    /// <summary>What the figure says, without what could be put in its place.</summary>
    private static string Said(EntryFigure figure) =>
        figure switch
        {
            MeterFigure meter => $"{meter.Name} {meter.Amount}",
            VolumeFigure volume => $"{volume.Name} {volume.Volume} {volume.Of}",
            MoneyFigure money => $"{money.Name} {money.Amount}",
            MinutesFigure time => $"{time.Name} {time.Minutes}",
            TextFigure text => $"{text.Name} {text.Text}",
            NoteFigure note => $"{note.Name} {note.Text}",
            WordFigure word => $"{word.Name} {word.Word}",
            _ => throw new InvalidOperationException(figure.GetType().Name),
        };

    [Theory]
    [MemberData(nameof(Bodies))]
    public void A_corrected_figure_changes_and_no_other_does(EntryBody body)
    {
        var before = body.Figures().ToList();
        foreach (var (at, figure) in before.Index())
        {
            if (Changed(figure) is not { } changed)
                continue;
            changed.Line.GetType().ShouldBe(body.GetType());
            Said(changed.Figure).ShouldNotBe(Said(figure));
            var after = changed.Line.Figures().Select(Said).ToList();
            after.Count.ShouldBe(before.Count);
            after.Where((_, one) => one != at).ShouldBe(before.Where((_, one) => one != at).Select(Said));
        }
    }

    [Theory]
    [MemberData(nameof(Bodies))]
    public void A_note_may_be_left_out_and_takes_only_itself_along(EntryBody body)
    {
        foreach (var note in body.Figures().OfType<NoteFigure>())
            note.Put(null).Figures().Select(Said).ShouldBe(body.Figures().Where(one => one.Name != note.Name).Select(Said));
    }

    [Theory]
    [MemberData(nameof(Bodies))]
    public void What_can_be_corrected_is_told_apart_by_its_name(EntryBody body) =>
        body.Figures().Where(figure => Changed(figure) is not null).Select(figure => figure.Name).ShouldBeUnique();

    [Theory]
    [MemberData(nameof(Bodies))]
    public void Each_has_a_name_and_its_words_are_read_as_they_stand(EntryBody body)
    {
        body.KindName().ShouldMatch("^[A-Z][a-z ,]+$");
        body.LineName().ShouldMatch("^[A-Z][a-z ,]+$");
        foreach (var word in body.Figures().OfType<WordFigure>())
            word.Word.ShouldMatch(@"^[^\s_][^_]*$", $"{body.KindName()}, {word.Name}");
    }

    [Fact]
    public void Each_kind_is_in_the_list_that_the_reader_has() =>
        typeof(EntryBody)
            .Assembly.GetTypes()
            .Where(type => type.IsSubclassOf(typeof(EntryBody)))
            .ShouldBe(
                typeof(EntryBody).GetCustomAttributes<JsonDerivedTypeAttribute>().Select(derived => derived.DerivedType),
                ignoreOrder: true
            );

    [Fact]
    public void No_two_kinds_are_called_alike() =>
        Bodies.Select(row => row.Data).DistinctBy(body => body.GetType()).Select(body => body.KindName()).ShouldBeUnique();

    /// <summary>Only what was done is called done: in a sale the other would be a false statement.</summary>
    [Theory]
    [InlineData(Evidence.DoneHere, "Done", "chain: check")]
    [InlineData(Evidence.Receipt, "Done, by receipt", "chain: check")]
    [InlineData(Evidence.OwnMemory, "Done, from memory", "chain: check")]
    [InlineData(Evidence.SellersWord, "Said to be done", "chain: check, on the seller's word only")]
    [InlineData(Evidence.ClaimAccepted, "Taken as done", "chain: check, on the seller's word, taken for true")]
    [InlineData(Evidence.Baseline, "Counted from here", "chain: check, what was before is not known")]
    [InlineData(Evidence.AsNew, "New or rebuilt", "chain: check")]
    [InlineData(Evidence.TreatAsDue, "Declared due", "chain: check, nothing is known of it")]
    public void A_line_about_a_task_says_how_it_is_known(Evidence evidence, string name, string words)
    {
        var line = new TaskDone("chain.check", evidence);
        line.LineName().ShouldBe(name);
        string.Join(", ", line.Figures().OfType<WordFigure>().Select(figure => figure.Word)).ShouldBe(words);
    }

    /// <summary>As stores and copies of earlier releases have it.</summary>
    [Fact]
    public void A_field_is_read_under_the_name_that_it_had_and_written_under_the_one_it_has()
    {
        const string was = """{"kind":"measurement","what":"chain-slack","title":"Chain slack","values":[30],"unit":"mm"}""";
        var read = CoreJson.Read<EntryBody>(was);
        read.ShouldBe(new MeasurementTaken("chain-slack", "Chain slack", [30], "mm"));
        var written = CoreJson.Write(read);
        written.ShouldContain("\"askedBy\":\"chain-slack\"");
        written.ShouldNotContain("\"what\"");
        CoreJson.Read<EntryBody>(written).ShouldBe(read);
    }
}
