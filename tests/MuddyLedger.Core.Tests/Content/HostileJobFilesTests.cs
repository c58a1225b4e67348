using System.Text;
using MuddyLedger.Content;

namespace MuddyLedger.Core.Tests.Content;

/// <summary>Whatever is brought in as a job is read as one or refused in words, within a second, and never ends the process.</summary>
[Collection(nameof(Timed))]
public class HostileJobFilesTests
{
    private static readonly TimeSpan Most = TimeSpan.FromSeconds(1);

    private static string Sound => File.ReadAllText(Path.Combine(Given.ContentFolder, "jobs", "spark-plugs.yaml"));

    private static string InARing(int steps) =>
        "id: x\ntitle: X\nfor: X\nminutes: 5\ngroup: other\nprovenance: house\nsteps:\n"
        + string.Concat(
            Enumerable
                .Range(0, steps)
                .Select(at => $"  - id: s{at}\n    kind: do\n    title: S\n    text: Do it.\n    after: [s{(at + steps - 1) % steps}]\n")
        );

    private static string Many(string what, int times) => new StringBuilder().Insert(0, what, times).ToString();

    private static IEnumerable<(string What, string Text)> Corpus()
    {
        yield return ("an alias as its own key", "&a\n*a : 1\n");
        yield return ("a list that holds itself", "a: &a [*a]\n");
        yield return ("a mapping that holds itself", "&a {a: *a}\n");
        yield return (
            "a billion laughs",
            string.Concat(
                Enumerable
                    .Range(0, 20)
                    .Select(level =>
                        $"l{level}: &l{level} [{string.Join(", ", Enumerable.Repeat(level == 0 ? "lol" : $"*l{level - 1}", 9))}]\n"
                    )
            )
        );
        yield return ("a merge key", "a: &a {b: 1}\nc:\n  <<: *a\n");
        foreach (var depth in new[] { 31, 100, 1_000, 10_000, 100_000 })
        {
            yield return ($"lists {depth} deep", Many("[", depth));
            yield return ($"closed lists {depth} deep", Many("[", depth) + Many("]", depth));
            yield return ($"mappings {depth} deep", Many("{a: ", depth));
            yield return ($"dashes {depth} deep", Many("- ", depth) + "x");
            yield return ($"question marks {depth} deep", Many("? ", depth) + "x");
        }

        yield return ("indents 400 deep", string.Concat(Enumerable.Range(0, 400).Select(level => $"{new string(' ', level)}a:\n")));
        foreach (
            var tag in new[]
            {
                "!!binary",
                "!!python/object/apply:os.system",
                "!!int",
                "!!set",
                "!local",
                "!<tag:yaml.org,2002:str>",
                "!!js/function",
                "!!timestamp",
            }
        )
            yield return ($"the tag {tag}", $"id: {tag} spark-plugs\ntitle: x\n");
        foreach (var size in new[] { 1, 499_999, 500_001, 5_000_000 })
            yield return ($"{size} letters", new string('x', size));
        yield return ("one long line of spaces", new string(' ', 400_000));
        yield return ("tabs for indents", "id: x\nsteps:\n\t- id: y\n");
        yield return ("colons", Many(": ", 100_000));
        yield return ("quotes that never end", "id: \"" + new string('x', 100_000));
        yield return ("a block that never ends", "id: |\n" + Many("  x\n", 50_000));
        yield return ("comments", Many("# x\n", 100_000));
        yield return ("documents", Many("---\nid: x\n", 20_000));
        yield return ("directives", Many("%YAML 1.2\n", 1_000) + "---\nid: x\n");
        yield return ("anchors", string.Concat(Enumerable.Range(0, 20_000).Select(at => $"- &a{at} x\n")));
        yield return ("keys", string.Concat(Enumerable.Range(0, 30_000).Select(at => $"k{at}: x\n")));
        yield return ("the same key over and over", Many("id: x\n", 30_000));
        foreach (var steps in new[] { 1_000, 1_001, 5_000 })
            yield return ($"{steps} steps that wait for each other", InARing(steps));
        yield return ("nothing", "");
        yield return ("a zero byte", "\0");
        yield return ("zeros", new string('\0', 100_000));
        yield return ("a byte-order mark", "\uFEFF" + Sound);
        yield return ("two byte-order marks", "\uFEFF\uFEFF" + Sound);
        yield return ("half a letter", "id: \uD800\n");
        yield return ("turned text", "id: \u202Egulp\n");
        yield return ("every control", "id: " + string.Concat(Enumerable.Range(0, 32).Select(code => (char)code)) + "\n");
        yield return ("next lines", "id: x\u0085title: y\u2028for: z\n");
        yield return ("Latin-1 read as UTF-8", Encoding.UTF8.GetString(Encoding.Latin1.GetBytes("id: größe\n")));
        yield return ("UTF-16 read as UTF-8", Encoding.UTF8.GetString(Encoding.Unicode.GetBytes(Sound)));
        yield return ("JSON", "{\"id\": \"x\", \"steps\": [{\"id\": \"y\"}]}");
        yield return ("XML", "<?xml version=\"1.0\"?><!DOCTYPE x [<!ENTITY y SYSTEM \"file:///etc/passwd\">]><x>&y;</x>");
        yield return ("a picture", Encoding.Latin1.GetString([0xFF, 0xD8, 0xFF, 0xE0, 0, 16, 74, 70, 73, 70]));
        yield return ("a scalar for steps", "id: x\ntitle: X\nfor: X\nsteps: none\n");
        yield return ("a number without end", "id: x\nminutes: " + new string('9', 100_000) + "\n");
        yield return ("an exponent", "id: x\nminutes: 1e999999999\n");
        yield return ("a pattern for a title", "id: x\ntitle: " + Many("(a+)+", 5_000) + "\n");
        yield return ("a path for an id", "id: ../../etc/passwd\ntitle: x\n");
    }

    [Fact]
    public void Each_of_the_corpus_is_read_or_refused_in_words_within_a_second()
    {
        var corpus = Corpus().ToList();
        corpus.Count.ShouldBeGreaterThanOrEqualTo(60);
        foreach (var (what, text) in corpus)
            Read(what, text);
    }

    [Fact]
    public void A_job_has_a_thousand_steps_at_most()
    {
        Should.Throw<ContentException>(() => Given.Content.ReadJob("x.yaml", InARing(1_000))).Reason.ShouldContain("wait for each other");
        Should.Throw<ContentException>(() => Given.Content.ReadJob("x.yaml", InARing(1_001))).Reason.ShouldContain("at most 1,000");
    }

    [Fact]
    public void Three_hundred_mangled_jobs_are_read_or_refused() => Fuzz(300, seed: 1);

    [Fact(Explicit = true)]
    public void Ten_thousand_mangled_jobs_are_read_or_refused() => Fuzz(10_000, seed: 2);

    private static void Fuzz(int times, int seed)
    {
        var random = new Random(seed);
        var files = Directory
            .EnumerateFiles(Path.Combine(Given.ContentFolder, "jobs"), "*.yaml")
            .Order(StringComparer.Ordinal)
            .Select(File.ReadAllText)
            .ToList();
        string[] bits =
        [
            "&a ",
            "*a",
            "[",
            "]",
            "{",
            "}",
            ": ",
            "- ",
            "\n",
            "  ",
            "\t",
            "\"",
            "'",
            "|",
            ">",
            "!",
            "%",
            "#",
            "---\n",
            "\0",
            "\uFEFF",
            "?",
            "after: [sign-off]",
            "999999999",
            "null",
            "~",
            "yes",
        ];
        var read = 0;
        for (var time = 0; time < times; time++)
        {
            var text = new StringBuilder(files[random.Next(files.Count)]);
            for (var edits = random.Next(1, 12); edits > 0; edits--)
            {
                var at = random.Next(text.Length);
                switch (random.Next(4))
                {
                    case 0:
                        text.Insert(at, bits[random.Next(bits.Length)]);
                        break;
                    case 1:
                        text.Remove(at, Math.Min(random.Next(1, 40), text.Length - at));
                        break;
                    case 2:
                        text[at] = (char)random.Next(1, 256);
                        break;
                    default:
                        text.Insert(random.Next(text.Length), text.ToString(at, Math.Min(random.Next(1, 200), text.Length - at)));
                        break;
                }
            }

            if (Read($"seed {seed}, {time}", text.ToString()))
                read++;
        }

        read.ShouldBeLessThan(times, "none was mangled enough");
    }

    /// <summary>
    /// Reads it, three times if the first was slow: what counts is what the reading takes, not what else the machine does.
    /// </summary>
    private static bool Read(string what, string text)
    {
        var least = TimeSpan.MaxValue;
        var read = false;
        for (var time = 0; time < 3 && least >= Most; time++)
        {
            var clock = System.Diagnostics.Stopwatch.StartNew();
            try
            {
                Given.Content.ReadJob("brought-in.yaml", text);
                read = true;
            }
            catch (ContentException refused)
            {
                refused.Reason.ShouldNotBeNullOrWhiteSpace(what);
                refused.Line.ShouldBeGreaterThan(0, what);
            }

            if (clock.Elapsed < least)
                least = clock.Elapsed;
        }

        least.ShouldBeLessThan(Most, what);
        return read;
    }
}

/// <summary>What is held to a time has the machine to itself: it runs when all else is done.</summary>
[CollectionDefinition(nameof(Timed), DisableParallelization = true)]
public sealed class Timed;
