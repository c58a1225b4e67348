using System.Runtime.CompilerServices;
using System.Text.Json;

namespace MuddyLedger.Core.Exchange;

/// <summary>One value of a copy: a whole field of its head, or one element of one of its lists.</summary>
/// <param name="Field">The field at the top of the copy.</param>
/// <param name="At">Where in the list it stands; null for a field that is no list.</param>
/// <param name="Json">Its text. Good until the next piece is read.</param>
public readonly record struct CopyPiece(string Field, int? At, ReadOnlyMemory<byte> Json);

/// <summary>Reads a copy as it comes in, piece by piece: no more of it is held than the largest bike or picture in it.</summary>
public sealed class CopyPieces(Stream source)
{
    private static readonly HashSet<string> Lists = ["bikes", "viewings", "jobs", "shelf", "photos"];

    /// <summary>No bike's book and no picture is so large.</summary>
    public const int LargestPiece = 256 * 1024 * 1024;

    private byte[] _buffer = new byte[64 * 1024];
    private int _start,
        _end;
    private bool _ended;
    private JsonReaderState _state;
    private Place _place = Place.Before;
    private string _field = "";
    private int _at;

    private enum Place
    {
        Before,
        Among,
        AtValue,
        InList,
        After,
    }

    private enum Step
    {
        Piece,
        Going,
        Wanting,
    }

    /// <summary>The fields at its top that have come so far, lists that hold nothing among them.</summary>
    public IReadOnlySet<string> Fields => _fields;

    private readonly HashSet<string> _fields = new(StringComparer.Ordinal);

    /// <exception cref="JsonException">It is no JSON, or no object, has a field twice, or is larger in one piece than a copy ever
    /// is.</exception>
    public async IAsyncEnumerable<CopyPiece> ReadAsync([EnumeratorCancellation] CancellationToken cancel = default)
    {
        while (true)
        {
            switch (Next(out var piece))
            {
                case Step.Piece:
                    yield return piece;
                    break;
                case Step.Wanting when _ended:
                    if (_place != Place.After)
                        throw new JsonException("It ends before its end.");
                    yield break;
                case Step.Wanting:
                    await FillAsync(cancel);
                    break;
            }
        }
    }

    private Step Next(out CopyPiece piece)
    {
        piece = default;
        var reader = new Utf8JsonReader(_buffer.AsSpan(_start, _end - _start), _ended, _state);
        if (!reader.Read())
            return Step.Wanting;
        switch (_place)
        {
            case Place.Before:
                if (reader.TokenType != JsonTokenType.StartObject)
                    throw new JsonException("It is no object.");
                _place = Place.Among;
                break;
            case Place.Among when reader.TokenType == JsonTokenType.EndObject:
                _place = Place.After;
                break;
            case Place.Among:
                _field = reader.GetString()!;
                if (!_fields.Add(_field))
                    throw new JsonException($"{_field} stands twice.");
                _place = Place.AtValue;
                break;
            case Place.AtValue when Lists.Contains(_field) && reader.TokenType == JsonTokenType.StartArray:
                (_place, _at) = (Place.InList, 0);
                break;
            case Place.InList when reader.TokenType == JsonTokenType.EndArray:
                _place = Place.Among;
                break;
            case Place.AtValue or Place.InList:
                var from = (int)reader.TokenStartIndex;
                if (!reader.TrySkip())
                    return Step.Wanting;
                piece = new(
                    _field,
                    _place == Place.InList ? _at++ : null,
                    _buffer.AsMemory(_start + from, (int)reader.BytesConsumed - from)
                );
                if (_place == Place.AtValue)
                    _place = Place.Among;
                Advance(reader);
                return Step.Piece;
            case Place.After:
                throw new JsonException("Something stands behind its end.");
        }

        Advance(reader);
        return Step.Going;
    }

    private void Advance(in Utf8JsonReader reader)
    {
        _start += (int)reader.BytesConsumed;
        _state = reader.CurrentState;
    }

    private async Task FillAsync(CancellationToken cancel)
    {
        if (_start > 0)
        {
            Buffer.BlockCopy(_buffer, _start, _buffer, 0, _end - _start);
            (_start, _end) = (0, _end - _start);
        }

        if (_end == _buffer.Length)
        {
            if (_buffer.Length >= LargestPiece)
                throw new JsonException("One piece of it is larger than any bike or picture.");
            Array.Resize(ref _buffer, _buffer.Length * 2);
        }

        var read = await source.ReadAsync(_buffer.AsMemory(_end), cancel);
        _end += read;
        _ended = read == 0;
    }
}
