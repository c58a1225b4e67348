using System.Net.Http.Headers;
using MetadataExtractor;
using MetadataExtractor.Formats.Exif;
using MuddyLedger.Web.Photos;
using MuddyLedger.Web.Tests.Viewings;
using SkiaSharp;

namespace MuddyLedger.Web.Tests.Photos;

/// <summary>Pictures by real HTTP; what is in a file is read by a metadata library that the server does not use.</summary>
public class PhotoTests
{
    private static async Task<(HttpStatusCode Status, JsonNode Body)> SendAsync(
        TestShed shed,
        string path,
        byte[] picture,
        string kind = "image/jpeg"
    )
    {
        using var content = new ByteArrayContent(picture);
        content.Headers.ContentType = new MediaTypeHeaderValue(kind);
        using var response = await shed.Http.PutAsync(path, content);
        return (response.StatusCode, JsonNode.Parse(await response.Content.ReadAsStringAsync())!);
    }

    private static string AtPoint(Answer viewing, string photo, string point = "standing.pegs") =>
        $"/api/viewings/{(string)viewing["id"]!}/points/{point}/photos/{photo}";

    [Fact]
    public async Task A_photo_at_a_point_is_kept_without_its_position_and_comes_back_upright()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await AtAViewing.OpenAsync(shed);
        var photo = InTheShed.NewId();
        var sent = Shots.FromAPhone(orientation: 6);
        ImageMetadataReader
            .ReadMetadata(new MemoryStream(sent))
            .OfType<GpsDirectory>()
            .ShouldHaveSingleItem()
            .GetGeoLocation()!
            .Latitude.ShouldBe(54.504306, 0.00001, "the file sent does say where it was taken");
        var (status, body) = await SendAsync(shed, AtPoint(viewing, photo), sent);
        status.ShouldBe(HttpStatusCode.OK, body.ToString());
        AtAViewing.Point(new(status, body, null), "standing.pegs")["photos"]!.AsArray().Select(id => (string)id!).ShouldBe([photo]);

        await shed.RestartAsync();
        foreach (var (address, width) in new[] { ($"/api/photos/{photo}", 300), ($"/api/photos/{photo}/small", 180) })
        {
            var kept = await shed.Http.GetByteArrayAsync(address, TestContext.Current.CancellationToken);
            ImageMetadataReader
                .ReadMetadata(new MemoryStream(kept))
                .Where(directory =>
                    directory is GpsDirectory or ExifDirectoryBase
                    || directory.Name.Contains("XMP", StringComparison.Ordinal)
                    || directory.Name.Contains("Comment", StringComparison.Ordinal)
                )
                .ShouldBeEmpty();
            using var picture = SKBitmap.Decode(kept);
            // Turned a quarter to the right: what was the upper left corner is the upper right one.
            (picture.Width, picture.Height).ShouldBe((width, width * 4 / 3));
            picture.GetPixel(width - 20, 20).Red.ShouldBeGreaterThan((byte)200);
            picture.GetPixel(20, 20).Blue.ShouldBeGreaterThan((byte)200);
        }
    }

    // Where the red quarter stands after each of the eight orientations of EXIF 2.3: right, lower.
    [Theory]
    [InlineData(1, false, false)]
    [InlineData(2, true, false)]
    [InlineData(3, true, true)]
    [InlineData(4, false, true)]
    [InlineData(5, false, false)]
    [InlineData(6, true, false)]
    [InlineData(7, true, true)]
    [InlineData(8, false, true)]
    public async Task Each_orientation_comes_upright(int orientation, bool right, bool lower)
    {
        var read = await PhotoFile.ReadAsync(Shots.FromAPhone(orientation), TestContext.Current.CancellationToken);
        using var picture = SKBitmap.Decode(read.Photo!.Image);
        (picture.Width > picture.Height).ShouldBe(orientation < 5);
        foreach (var (x, y) in new[] { (false, false), (true, false), (false, true), (true, true) })
        {
            var pixel = picture.GetPixel(x ? picture.Width - 15 : 15, y ? picture.Height - 15 : 15);
            (pixel.Red > pixel.Blue).ShouldBe(x == right && y == lower, $"the corner right {x}, lower {y} is {pixel}");
        }
    }

    [Theory]
    [InlineData(SKEncodedImageFormat.Png, "image/png")]
    [InlineData(SKEncodedImageFormat.Webp, "image/webp")]
    public async Task Png_and_webp_are_taken_and_large_ones_made_smaller(SKEncodedImageFormat format, string kind)
    {
        await using var shed = await TestShed.OpenAsync();
        var bike = await shed.BikeAsync();
        var photo = InTheShed.NewId();
        var (status, entry) = await SendAsync(
            shed,
            $"/api/bikes/{bike}/photos/{photo}?about=the%20left%20side",
            Shots.Plain(3200, 2400, format),
            kind
        );
        status.ShouldBe(HttpStatusCode.OK, entry.ToString());
        ((string?)entry["photo"]).ShouldBe(photo);
        entry["figures"]![0]!["text"]!.GetValue<string>().ShouldBe("the left side");
        using var picture = SKBitmap.Decode(
            await shed.Http.GetByteArrayAsync($"/api/photos/{photo}", TestContext.Current.CancellationToken)
        );
        (picture.Width, picture.Height).ShouldBe((1600, 1200));
    }

    [Fact]
    public async Task What_is_no_picture_or_a_trap_is_refused_in_words_and_changes_nothing()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await AtAViewing.OpenAsync(shed);
        var whole = Shots.Plain();
        var before = shed.Stored();
        foreach (
            var (picture, status, words) in new[]
            {
                (Array.Empty<byte>(), HttpStatusCode.UnprocessableEntity, "is missing"),
                ("<svg xmlns='http://www.w3.org/2000/svg'/>"u8.ToArray(), HttpStatusCode.UnprocessableEntity, "no JPEG, PNG or WebP"),
                (Shots.Plain(format: SKEncodedImageFormat.Png)[..60], HttpStatusCode.UnprocessableEntity, "damaged"),
                (whole[..(whole.Length / 2)], HttpStatusCode.UnprocessableEntity, "cut short or damaged"),
                (Shots.Bomb(40_000, 40_000), HttpStatusCode.UnprocessableEntity, "no camera takes so large a picture"),
                (Shots.Bomb(12_000, 12_000), HttpStatusCode.UnprocessableEntity, "too large to unpack"),
                (new byte[PhotoFile.LargestFile + 1], HttpStatusCode.RequestEntityTooLarge, "at most 15 MB"),
            }
        )
        {
            var watch = System.Diagnostics.Stopwatch.StartNew();
            var (answered, body) = await SendAsync(shed, AtPoint(viewing, InTheShed.NewId()), picture);
            answered.ShouldBe(status, body.ToString());
            body["detail"]!.GetValue<string>().ShouldContain(words);
            watch.Elapsed.ShouldBeLessThan(TimeSpan.FromSeconds(45), "a trap must not be unpacked");
        }

        shed.Stored().ShouldBe(before);
    }

    [Fact]
    public async Task The_largest_file_allowed_is_still_judged_as_a_picture()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await AtAViewing.OpenAsync(shed);
        var (status, body) = await SendAsync(shed, AtPoint(viewing, InTheShed.NewId()), new byte[PhotoFile.LargestFile]);
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        body["errors"]!["photo"]!.GetValue<string>().ShouldContain("no JPEG");
    }

    [Fact]
    public async Task The_same_photo_sent_again_is_kept_once_and_another_under_its_id_is_refused()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await AtAViewing.OpenAsync(shed);
        var photo = InTheShed.NewId();
        (await SendAsync(shed, AtPoint(viewing, photo), Shots.Plain())).Status.ShouldBe(HttpStatusCode.OK);
        var stored = shed.Stored();
        (await SendAsync(shed, AtPoint(viewing, photo), Shots.Plain())).Status.ShouldBe(HttpStatusCode.OK);
        shed.Stored().ShouldBe(stored);
        (await SendAsync(shed, AtPoint(viewing, photo), Shots.Plain(500))).Status.ShouldBe(HttpStatusCode.Conflict);
        shed.Stored().ShouldBe(stored);
        // Taken off, it is gone from the point; nothing is erased.
        var after = (await AtAViewing.ActAsync(shed, viewing, new { act = "picture-dropped", item = photo })).ShouldBeOk();
        AtAViewing.Point(after, "standing.pegs")["photos"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task Photos_go_along_when_the_bike_is_bought_and_into_a_copy_of_the_shed_and_out_of_it()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await AtAViewing.OpenAsync(shed);
        var photo = InTheShed.NewId();
        (await SendAsync(shed, AtPoint(viewing, photo), Shots.FromAPhone())).Status.ShouldBe(HttpStatusCode.OK);
        var bike = InTheShed.NewId();
        (
            await shed.PostAsync(
                $"/api/viewings/{(string)viewing["id"]!}/buy",
                new
                {
                    id = InTheShed.NewId(),
                    bike,
                    nickname = "The red one",
                    paid = "2900",
                    date = "2026-04-18",
                }
            )
        ).ShouldBeOk();
        var line = (await shed.BookAsync()).Single(entry => (string?)entry!["kind"] == "photo")!;
        ((string)line["photo"]!).ShouldBe(photo);
        line["figures"]![0]!["text"]!.GetValue<string>().ShouldContain("at the viewing");

        var copy = (await shed.GetAsync("/api/export")).ShouldBeOk().Body;
        copy["photos"]!.AsArray().ShouldHaveSingleItem();
        (await shed.GetAsync($"/api/bikes/{bike}/export")).ShouldBeOk().Body["photos"]!.AsArray().ShouldHaveSingleItem();
        await using var other = await TestShed.OpenAsync();
        (await other.PostAsync($"/api/import?id={InTheShed.NewId()}", copy.ToJsonString())).ShouldBeOk();
        foreach (var size in new[] { "", "/small" })
            (
                await other.Http.GetByteArrayAsync($"/api/photos/{photo}{size}", TestContext.Current.CancellationToken)
            ).Length.ShouldBeGreaterThan(500);
        (await other.Http.GetByteArrayAsync($"/api/photos/{photo}", TestContext.Current.CancellationToken)).ShouldBe(
            await shed.Http.GetByteArrayAsync($"/api/photos/{photo}", TestContext.Current.CancellationToken)
        );
    }

    [Fact]
    public async Task A_copy_whose_picture_is_missing_or_says_more_than_a_picture_is_refused()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await AtAViewing.OpenAsync(shed);
        (await SendAsync(shed, AtPoint(viewing, InTheShed.NewId()), Shots.Plain())).Status.ShouldBe(HttpStatusCode.OK);
        await using var other = await TestShed.OpenAsync();
        async Task<Answer> WithAsync(Action<JsonObject> change)
        {
            var copy = (JsonObject)(await shed.GetAsync("/api/export")).ShouldBeOk().Body;
            change(copy);
            return await other.PostAsync($"/api/import?id={InTheShed.NewId()}", copy.ToJsonString());
        }

        (await WithAsync(copy => copy["photos"] = new JsonArray())).ShouldRefuse(
            "viewings.0.taps.0.act.photo",
            "is no picture of this copy"
        );
        (await WithAsync(copy => copy["photos"]![0]!["image"] = Convert.ToBase64String(Shots.FromAPhone()))).ShouldRefuse(
            "photos.0.image",
            "is no JPEG as this Muddy Ledger keeps them"
        );
        (await WithAsync(copy => copy["photos"]![0]!["image"] = "not base64")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await WithAsync(copy => copy["photos"]![0]!.AsObject().Remove("image"))).ShouldRefuse("photos.0.image", "is empty");
        (await WithAsync(_ => { })).ShouldBeOk();
    }
}
