using System.Buffers.Binary;
using System.IO.Compression;
using System.Text;
using SkiaSharp;

namespace MuddyLedger.Web.Tests.Photos;

/// <summary>Picture files as cameras and ill-wishers make them.</summary>
internal static class Shots
{
    /// <summary>Red in the upper left quarter, blue elsewhere.</summary>
    public static byte[] Plain(int width = 400, int height = 300, SKEncodedImageFormat format = SKEncodedImageFormat.Jpeg)
    {
        using var bitmap = new SKBitmap(width, height);
        using (var canvas = new SKCanvas(bitmap))
        {
            canvas.Clear(SKColors.Blue);
            using var red = new SKPaint { Color = SKColors.Red };
            canvas.DrawRect(0, 0, width / 2f, height / 2f, red);
        }

        using var data = bitmap.Encode(format, 95);
        return data.ToArray();
    }

    /// <summary>
    /// A JPEG as a phone writes it: an EXIF block with orientation, maker and position (EXIF 2.3, TIFF 6.0), an XMP block and a comment.
    /// The position is 54 degrees 30' 15.5" north, 3 degrees 12' 7.25" west: open moor.
    /// </summary>
    public static byte[] FromAPhone(int orientation = 1, int width = 400, int height = 300)
    {
        var plain = Plain(width, height);
        var marked = new MemoryStream();
        marked.Write(plain, 0, 2);
        Segment(marked, 0xE1, [.. "Exif\0\0"u8, .. Tiff(orientation)]);
        Segment(marked, 0xE1, Encoding.ASCII.GetBytes("http://ns.adobe.com/xap/1.0/\0<x:xmpmeta xmlns:x='adobe:ns:meta/'/>"));
        Segment(marked, 0xFE, "somebody's yard"u8.ToArray());
        marked.Write(plain, 2, plain.Length - 2);
        return marked.ToArray();
    }

    private static void Segment(MemoryStream into, byte marker, byte[] body)
    {
        into.Write([0xFF, marker, (byte)((body.Length + 2) >> 8), (byte)(body.Length + 2)]);
        into.Write(body);
    }

    private static byte[] Tiff(int orientation)
    {
        var tiff = new byte[160];
        var bytes = tiff.AsSpan();
        void Short(int at, int value) => BinaryPrimitives.WriteUInt16BigEndian(tiff.AsSpan(at), (ushort)value);
        void Long(int at, int value) => BinaryPrimitives.WriteUInt32BigEndian(tiff.AsSpan(at), (uint)value);
        void Field(int at, int tag, int type, int count)
        {
            Short(at, tag);
            Short(at + 2, type);
            Long(at + 4, count);
        }

        "MM\0*"u8.CopyTo(bytes);
        Long(4, 8);
        // The first directory: orientation, and where the directory of the position stands.
        Short(8, 2);
        Field(10, 0x0112, 3, 1);
        Short(18, orientation);
        Field(22, 0x8825, 4, 1);
        Long(30, 38);
        // The directory of the position: north, latitude, west, longitude.
        Short(38, 4);
        Field(40, 1, 2, 2);
        "N\0"u8.CopyTo(bytes[48..]);
        Field(52, 2, 5, 3);
        Long(60, 96);
        Field(64, 3, 2, 2);
        "W\0"u8.CopyTo(bytes[72..]);
        Field(76, 4, 5, 3);
        Long(84, 120);
        foreach (var (at, whole, part) in new[] { (96, 54, 1), (104, 30, 1), (112, 155, 10), (120, 3, 1), (128, 12, 1), (136, 725, 100) })
        {
            Long(at, whole);
            Long(at + 4, part);
        }

        return tiff;
    }

    /// <summary>A true PNG of one grey tone, one bit a pixel: some kilobytes that unpack to gigabytes.</summary>
    public static byte[] Bomb(int width, int height)
    {
        var png = new MemoryStream();
        png.Write([0x89, .. "PNG\r\n\u001a\n"u8]);
        var head = new byte[13];
        BinaryPrimitives.WriteInt32BigEndian(head, width);
        BinaryPrimitives.WriteInt32BigEndian(head.AsSpan(4), height);
        head[8] = 1;
        Chunk(png, "IHDR", head);
        var packed = new MemoryStream();
        using (var zlib = new ZLibStream(packed, CompressionLevel.Fastest, leaveOpen: true))
        {
            var row = new byte[1 + ((width + 7) / 8)];
            for (var at = 0; at < height; at++)
                zlib.Write(row);
        }

        Chunk(png, "IDAT", packed.ToArray());
        Chunk(png, "IEND", []);
        return png.ToArray();
    }

    private static void Chunk(MemoryStream into, string kind, byte[] body)
    {
        var length = new byte[4];
        BinaryPrimitives.WriteInt32BigEndian(length, body.Length);
        byte[] named = [.. Encoding.ASCII.GetBytes(kind), .. body];
        var sum = new byte[4];
        BinaryPrimitives.WriteUInt32BigEndian(sum, Crc(named));
        into.Write(length);
        into.Write(named);
        into.Write(sum);
    }

    /// <summary>CRC-32 as the PNG specification has it (ISO 3309).</summary>
    private static uint Crc(byte[] bytes)
    {
        var crc = uint.MaxValue;
        foreach (var one in bytes)
        {
            crc ^= one;
            for (var bit = 0; bit < 8; bit++)
                crc = (crc & 1) == 1 ? (crc >> 1) ^ 0xEDB88320 : crc >> 1;
        }

        return ~crc;
    }
}
