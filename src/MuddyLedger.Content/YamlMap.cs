using System.Collections.Immutable;
using System.Globalization;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Units;
using YamlDotNet.Core;
using YamlDotNet.Core.Events;
using YamlDotNet.RepresentationModel;

namespace MuddyLedger.Content;

/// <summary>A content file that cannot be used: which, where and why.</summary>
public sealed class ContentException(string file, long line, string reason) : Exception($"{file}:{line}: {reason}")
{
    public string File { get; } = file;
    public long Line { get; } = line;
    public string Reason { get; } = reason;
}

/// <summary>A mapping of a content file, read strictly: every key must be asked for, and every answer has its line.</summary>
internal sealed class YamlMap
{
    private readonly string _file;
    private readonly YamlMappingNode _node;

    /// <summary>What stands under each key: found by its text, without building a node to look with.</summary>
    private readonly Dictionary<string, YamlNode> _under;
    private readonly HashSet<string> _asked = [];

    /// <summary>Where what is asked for is written down; null where nobody wants to know.</summary>
    private readonly FileShape? _shape;

    private YamlMap(string file, YamlMappingNode node, FileShape? shape)
    {
        _file = file;
        _node = node;
        _shape = shape;
        _under = new(node.Children.Count);
        foreach (var (key, value) in node.Children)
            _under[((YamlScalarNode)key).Value ?? ""] = value;
    }

    /// <summary>Far more than the longest job needs; a file beyond it is refused before it is built.</summary>
    private const int MostCharacters = 500_000;
    private const int MostDepth = 30;

    /// <summary>
    /// Looks through the file event by event before any of it is built: what refers to itself or is nested without end would take the
    /// whole server down with it.
    /// </summary>
    /// <returns>The events, to be built from.</returns>
    private static List<ParsingEvent> Guard(string file, string text, Parser scan)
    {
        if (text.Length > MostCharacters)
            throw new ContentException(file, 1, $"is longer than {MostCharacters:#,0} characters");
        var events = new List<ParsingEvent>();
        // For each thing that is open: whether it is a mapping, and whether a key comes next in it.
        var open = new Stack<(bool Mapping, bool Key)>();
        var documents = 0;
        while (scan.MoveNext())
        {
            var now = scan.Current!;
            events.Add(now);
            if (now is DocumentStart && documents++ > 0)
                throw new ContentException(file, now.Start.Line, "must hold exactly one document");
            if (now is AnchorAlias)
                throw new ContentException(file, now.Start.Line, "uses an alias (*name), which no file here may: write it out");
            if (now is MappingEnd or SequenceEnd)
                open.Pop();
            if (now is not (Scalar or MappingStart or SequenceStart))
                continue;
            if (open.TryPop(out var outer))
            {
                if (outer is (true, true) && now is not Scalar)
                    throw new ContentException(file, now.Start.Line, "has a key that is not a plain word");
                open.Push((outer.Mapping, outer.Mapping && !outer.Key));
            }

            if (now is not Scalar)
                open.Push((now is MappingStart, now is MappingStart));
            if (open.Count > MostDepth)
                throw new ContentException(file, now.Start.Line, $"is nested deeper than {MostDepth} levels");
        }

        return events;
    }

    /// <summary>What was scanned, once more.</summary>
    private sealed class Scanned(List<ParsingEvent> events) : IParser
    {
        private int _at = -1;

        public ParsingEvent? Current => _at >= 0 && _at < events.Count ? events[_at] : null;

        public bool MoveNext() => ++_at < events.Count;
    }

    public static YamlMap Load(string file, string text)
    {
        var parser = new Parser(new StringReader(text));
        try
        {
            var stream = new YamlStream();
            stream.Load(new Scanned(Guard(file, text, parser)));
            if (stream.Documents.Count != 1)
                throw new ContentException(file, 1, "must hold exactly one document");
            return Of(file, stream.Documents[0].RootNode, FileShape.Watching.Value);
        }
        catch (YamlException broken)
        {
            throw new ContentException(file, broken.Start.Line, $"is not YAML: {broken.Message}");
        }
        catch (InvalidOperationException)
        {
            // The parser gives up so on a bracket that is never closed.
            throw new ContentException(file, parser.Current?.End.Line ?? 1, "is not YAML: something is opened here and never closed");
        }
    }

    private static YamlMap Of(string file, YamlNode node, FileShape? shape) =>
        new(
            file,
            node as YamlMappingNode ?? throw new ContentException(file, node.Start.Line, "a mapping (key: value) is wanted here"),
            shape
        );

    public ContentException Wrong(string key, string reason) => new(_file, Node(key)?.Start.Line ?? _node.Start.Line, $"{key}: {reason}");

    public ContentException Wrong(string reason) => new(_file, _node.Start.Line, reason);

    /// <summary>The line on which it begins, 1 or more.</summary>
    public long Line => _node.Start.Line;

    public bool Has(string key)
    {
        _shape?.Look(key);
        return Node(key) is not null;
    }

    public string Text(string key) => Must(key, FileShape.Taken.Text);

    public string? OptionalText(string key) => May(key, FileShape.Taken.Text);

    private string Must(string key, FileShape.Taken taken)
    {
        _shape?.Ask(this, key, taken, must: true);
        return One(key) ?? throw Wrong($"\"{key}\" is missing");
    }

    private string? May(string key, FileShape.Taken taken)
    {
        _shape?.Ask(this, key, taken, must: false);
        return One(key);
    }

    private string? One(string key)
    {
        if (Node(key) is not { } node)
            return null;
        if (node is not YamlScalarNode { Value: { Length: > 0 } value })
            throw Wrong(key, "a text is wanted");
        return value.Trim();
    }

    public int Whole(string key, int least, int most)
    {
        var text = Must(key, FileShape.Taken.Whole(least, most));
        return int.TryParse(text, CultureInfo.InvariantCulture, out var value) && value >= least && value <= most
            ? value
            : throw Wrong(key, $"\"{text}\" is not a whole number from {least} to {most}");
    }

    /// <summary>Three numbers in order, none below zero: low, likely, high.</summary>
    public Core.Viewings.Triangle Triangle(string key)
    {
        _shape?.Ask(this, key, FileShape.Taken.Three, must: true);
        var numbers = Listed(key)
            .Select(text =>
                double.TryParse(text, CultureInfo.InvariantCulture, out var value) ? value : throw Wrong(key, $"\"{text}\" is not a number")
            )
            .ToList();
        return numbers is [>= 0, _, _] && numbers[0] <= numbers[1] && numbers[1] <= numbers[2]
            ? new(numbers[0], numbers[1], numbers[2])
            : throw Wrong(key, "three numbers are wanted: low, likely, high, in that order");
    }

    public double Number(string key, double least, double most)
    {
        var text = Must(key, FileShape.Taken.Number(least, most));
        return double.TryParse(text, CultureInfo.InvariantCulture, out var value) && value >= least && value <= most
            ? value
            : throw Wrong(key, $"\"{text}\" is not a number from {least} to {most}");
    }

    public decimal Share(string key) =>
        decimal.TryParse(Must(key, FileShape.Taken.Number(0.1, 1)), CultureInfo.InvariantCulture, out var value)
        && value is >= 0.1m and <= 1m
            ? value
            : throw Wrong(key, "a number from 0.1 to 1 is wanted");

    public bool Flag(string key) =>
        May(key, FileShape.Taken.Flag) switch
        {
            null or "no" => false,
            "yes" => true,
            var other => throw Wrong(key, $"yes or no is wanted, not \"{other}\""),
        };

    public T Word<T>(string key)
        where T : struct, Enum => (T)WordOf(typeof(T), key, Must(key, FileShape.Taken.Word(typeof(T))));

    public T? OptionalWord<T>(string key)
        where T : struct, Enum => May(key, FileShape.Taken.Word(typeof(T))) is { } text ? (T)WordOf(typeof(T), key, text) : null;

    /// <summary>One of the words, or "none": null.</summary>
    public T? WordOrNone<T>(string key)
        where T : struct, Enum
    {
        var text = Must(key, FileShape.Taken.Word(typeof(T), "none"));
        return text == "none" ? null : (T)WordOf(typeof(T), key, text);
    }

    private Enum WordOf(Type kind, string key, string text) =>
        Capabilities.Named(kind) is var known && known.TryGetValue(text, out var value)
            ? value
            : throw Wrong(key, $"\"{text}\" is none of {string.Join(", ", known.Keys)}");

    public static T? WordOf<T>(string text)
        where T : struct, Enum => Capabilities.Named(typeof(T)).TryGetValue(text, out var value) ? (T)value : null;

    /// <summary>A quantity with its unit always written: content never leaves one to be guessed.</summary>
    public Quantity Quantity(string key, params Dimension[] dimensions)
    {
        var text = Text(key);
        var unit = Unit.Find(string.Concat(text.SkipWhile(letter => char.IsDigit(letter) || letter is '.' or ',' or ' ')));
        if (unit is null || !dimensions.Contains(unit.Dimension))
            throw Wrong(key, $"\"{text}\" has no unit that fits here");
        var read = QuantityText.Read(text, unit, decimal.MaxValue / 1e6m);
        return read.IsRefused ? throw Wrong(key, read.Refusal!) : read.Value;
    }

    public Provenance Provenance(string key = "provenance") =>
        Core.Provenance.Read(Text(key)) ?? throw Wrong(key, "must be house, common practice, owner, manual or published: source");

    public ImmutableArray<string> Texts(string key)
    {
        _shape?.Ask(this, key, FileShape.Taken.Texts, must: false);
        return Listed(key);
    }

    private ImmutableArray<string> Listed(string key)
    {
        if (Node(key) is not { } node)
            return [];
        if (node is YamlScalarNode { Value: { Length: > 0 } one })
            return [one.Trim()];
        if (node is not YamlSequenceNode list)
            throw Wrong(key, "a list is wanted");
        return
        [
            .. list.Select(item =>
                item is YamlScalarNode { Value: { Length: > 0 } text }
                    ? text.Trim()
                    : throw new ContentException(_file, item.Start.Line, $"{key}: a text is wanted")
            ),
        ];
    }

    public ImmutableArray<T> Words<T>(string key)
        where T : struct, Enum
    {
        _shape?.Ask(this, key, FileShape.Taken.Words(typeof(T)), must: false);
        return [.. Listed(key).Select(text => WordOf(typeof(T), key, text)).Cast<T>()];
    }

    public ImmutableArray<YamlMap> Maps(string key)
    {
        var under = _shape?.Under(this, key, list: true);
        if (Node(key) is not { } node)
            return [];
        if (node is not YamlSequenceNode list)
            throw Wrong(key, "a list is wanted");
        return [.. list.Select(item => Of(_file, item, under))];
    }

    public YamlMap Map(string key) =>
        Node(key) is { } node ? Of(_file, node, _shape?.Under(this, key, list: false)) : throw Wrong($"\"{key}\" is missing");

    /// <summary>Every key of this mapping, for mappings whose keys are data.</summary>
    public ImmutableArray<string> Keys => [.. _under.Keys];

    /// <summary>A structured match on the bike and on the run's choices.</summary>
    public Applies Applies(string key, ICollection<string>? choices = null)
    {
        _shape?.Ask(this, key, FileShape.Taken.Match, must: false);
        if (Node(key) is not { } node)
            return Core.Bikes.Applies.Always;
        var map = Of(_file, node, null);
        foreach (var name in map.Keys)
        {
            var known = name.StartsWith(Core.Bikes.Applies.ChoicePrefix, StringComparison.Ordinal)
                ? choices?.Contains(name[Core.Bikes.Applies.ChoicePrefix.Length..]) == true
                : Capabilities.Keys.Contains(name);
            if (!known)
                throw map.Wrong(name, "is nothing that a bike or this job can be matched on");
        }

        return new(map.Keys.ToImmutableDictionary(name => name, map.Texts));
    }

    /// <summary>Refuses keys that nobody asked for: a misspelt key must not be silently ignored.</summary>
    public void RefuseTheRest()
    {
        _shape?.End(this);
        foreach (var key in Keys.Where(key => !_asked.Contains(key)))
            throw Wrong(key, "is not a key known here");
    }

    private YamlNode? Node(string key)
    {
        if (!_under.TryGetValue(key, out var node))
            return null;
        _asked.Add(key);
        return node;
    }
}
