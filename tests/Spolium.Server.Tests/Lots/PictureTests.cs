using System.Net;
using System.Security.Cryptography;
using SkiaSharp;
using Xunit;

namespace Spolium.Server.Tests.Lots;

/// <summary>Pictures of lots: really read, made small, on the disk before the journal speaks of them, and what they were when they are
/// shown.</summary>
public class PictureTests
{
    private static object Photo(byte[] bytes, string? entryId = null) =>
        new
        {
            Head = Shop.Head(entryId),
            Caption = "a heap",
            Base64 = Convert.ToBase64String(bytes),
        };

    private static async Task<string> Kept(Shop shop, byte[] bytes) =>
        (await shop.Done("/api/lots/hl-9a/photos", Photo(bytes)))
            .GetProperty("photos")
            .EnumerateArray()
            .Last()
            .GetProperty("id")
            .GetString()!;

    private static string FileOf(Shop shop, string id) => Path.Combine(Path.GetDirectoryName(shop.File)!, "photos", id + ".jpg");

    [Theory]
    [InlineData(SKEncodedImageFormat.Png)]
    [InlineData(SKEncodedImageFormat.Jpeg)]
    [InlineData(SKEncodedImageFormat.Webp)]
    public async Task A_picture_is_kept_as_a_small_JPEG_named_by_its_bytes(SKEncodedImageFormat format)
    {
        await using var shop = new Shop();
        var id = await Kept(shop, Given.Picture(4000, 1000, format));
        using var answer = await shop.Client.GetAsync($"/api/photos/{id}", TestContext.Current.CancellationToken);
        Assert.Equal("image/jpeg", answer.Content.Headers.ContentType!.MediaType);
        var bytes = await answer.Content.ReadAsByteArrayAsync(TestContext.Current.CancellationToken);
        Assert.Equal(id, Convert.ToHexStringLower(SHA256.HashData(bytes)));
        using var read = SKBitmap.Decode(bytes);
        Assert.Equal((1600, 400), (read.Width, read.Height));
        Assert.True(read.GetPixel(100, 200).Blue < 60 && read.GetPixel(1500, 200).Blue > 200);
        Assert.Equal("file", Shop.First((await shop.Post("/api/lots/hl-9a/photos", Photo(Given.Picture(4000, 1000, format)))).Body).Field);
    }

    [Fact]
    public async Task What_only_begins_like_a_picture_breaks_off_or_unfolds_too_far_is_refused()
    {
        await using var shop = new Shop();
        var whole = Given.Picture(600, 400);
        foreach (
            var (bytes, why) in new (byte[], string)[]
            {
                ([0xFF, 0xD8, 0xFF, 1, 2], "no picture"),
                ([1, 2, 3, 4], "no picture"),
                (whole[..(whole.Length / 2)], "breaks off"),
                (Given.Picture(10_000, 10_000), "10000 × 10000 points"),
            }
        )
            Assert.Contains(why, Shop.First((await shop.Post("/api/lots/hl-9a/photos", Photo(bytes))).Body).Reason);
        Assert.Equal(
            "file",
            Shop.First(
                (
                    await shop.Post(
                        "/api/lots/hl-9a/photos",
                        new
                        {
                            Head = Shop.Head(),
                            Caption = "",
                            Base64 = "***",
                        }
                    )
                ).Body
            ).Field
        );
        Assert.Empty((await shop.Get("/api/lots/hl-9a")).GetProperty("photos").EnumerateArray());
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await shop.Client.GetAsync("/api/photos/..%2F..%2Fspolium.db", TestContext.Current.CancellationToken)).StatusCode
        );
    }

    [Fact]
    public async Task A_spoiled_file_is_not_shown_and_the_same_picture_heals_it()
    {
        await using var shop = new Shop();
        var picture = Given.Picture(300, 200);
        var id = await Kept(shop, picture);
        var whole = await File.ReadAllBytesAsync(FileOf(shop, id), TestContext.Current.CancellationToken);
        foreach (var spoiled in new byte[][] { [], whole[..20], [.. whole, 0] })
        {
            await File.WriteAllBytesAsync(FileOf(shop, id), spoiled, TestContext.Current.CancellationToken);
            Assert.Equal(
                HttpStatusCode.NotFound,
                (await shop.Client.GetAsync($"/api/photos/{id}", TestContext.Current.CancellationToken)).StatusCode
            );
            // The journal has it already; the file is put back all the same.
            await shop.Post("/api/lots/hl-9a/photos", Photo(picture));
            Assert.Equal(whole, await shop.Client.GetByteArrayAsync($"/api/photos/{id}", TestContext.Current.CancellationToken));
        }
    }
}
