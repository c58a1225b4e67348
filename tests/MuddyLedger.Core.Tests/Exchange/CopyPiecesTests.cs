using System.Text;
using System.Text.Json;
using CsCheck;
using MuddyLedger.Core.Exchange;

namespace MuddyLedger.Core.Tests.Exchange;

/// <summary>A copy comes in pieces whatever the chunks in which it is sent, and the pieces are all of it.</summary>
public class CopyPiecesTests
{
    /// <summary>Gives so many bytes at a time, and no more.</summary>
    private sealed class Drip(byte[] all, Func<int> next) : MemoryStream(all)
    {
        public override ValueTask<int> ReadAsync(Memory<byte> buffer, CancellationToken cancellationToken = default) =>
            base.ReadAsync(buffer[..Math.Min(buffer.Length, Math.Max(1, next()))], cancellationToken);
    }

    private static async Task<(List<(string Field, int? At, string Json)> Pieces, IReadOnlySet<string> Fields)> ReadAsync(
        string text,
        Func<int> chunk
    )
    {
        var pieces = new CopyPieces(new Drip(Encoding.UTF8.GetBytes(text), chunk));
        var all = new List<(string, int?, string)>();
        await foreach (var piece in pieces.ReadAsync(TestContext.Current.CancellationToken))
            all.Add((piece.Field, piece.At, Encoding.UTF8.GetString(piece.Json.Span)));
        return (all, pieces.Fields);
    }

    // Against the framework's own reader of the whole.
    [Fact]
    public Task Whatever_the_chunks_the_pieces_are_the_copy() =>
        Gen.Select(Gen.Int[0, 5], Gen.Int[0, 4], Gen.String[Gen.Char['\u0020', '\u2FFF'], 0, 30], Gen.Int[1, 90])
            .SampleAsync(
                async (bikes, photos, words, chunk) =>
                {
                    var text = JsonSerializer.Serialize(
                        new
                        {
                            format = words,
                            bikes = Enumerable
                                .Range(0, bikes)
                                .Select(at => new { id = at, nested = new object[] { 1, new { words, list = new[] { words, "]" } } } }),
                            prices = new { a = new { b = 1 } },
                            photos = Enumerable.Range(0, photos).Select(at => new { at, image = new string('A', at * 700) }),
                            version = 1,
                        }
                    );
                    var (pieces, fields) = await ReadAsync(text, () => chunk);
                    using var whole = JsonDocument.Parse(text);
                    fields.ShouldBe(whole.RootElement.EnumerateObject().Select(field => field.Name), ignoreOrder: true);
                    var expected = whole
                        .RootElement.EnumerateObject()
                        .SelectMany(field =>
                            field.Name is "bikes" or "photos"
                                ? field.Value.EnumerateArray().Select((one, at) => (field.Name, (int?)at, one.GetRawText()))
                                : [(field.Name, (int?)null, field.Value.GetRawText())]
                        );
                    pieces.ShouldBe(expected);
                },
                iter: 200,
                threads: 1
            );

    [Theory]
    [InlineData("")]
    [InlineData("[]")]
    [InlineData("{\"format\":\"x\"")]
    [InlineData("{\"bikes\":[{\"a\":1}")]
    [InlineData("{\"format\":\"x\"} {}")]
    [InlineData("{\"format\":\"x\",\"format\":\"y\"}")]
    [InlineData("{\"bikes\":[],\"bikes\":[]}")]
    [InlineData("{\"bikes\":[1,,2]}")]
    [InlineData("{\"a\": nope}")]
    public async Task What_is_no_copy_or_breaks_off_is_none(string text) =>
        await Should.ThrowAsync<JsonException>(() => ReadAsync(text, () => 3));
}
