using SkiaSharp;

namespace Spolium.Server.Lots;

/// <summary>A picture as somebody brings it, really read, turned upright and made small: what is kept is a JPEG of ours and nothing else
/// that stood in the file.</summary>
public static class Picture
{
    private const int MostBytes = 8_000_000;

    /// <summary>Of what is brought: a small file may unfold to gigabytes.</summary>
    private const long MostPixels = 60_000_000;

    /// <summary>Of what is kept, along its longer side.</summary>
    private const int Longest = 1600;

    private const int Quality = 85;

    private static readonly SKEncodedImageFormat[] Formats =
    [
        SKEncodedImageFormat.Jpeg,
        SKEncodedImageFormat.Png,
        SKEncodedImageFormat.Webp,
    ];

    /// <summary>The bytes to keep, or what is wrong with the picture.</summary>
    public static (byte[]? Jpeg, FieldError? Wrong) Read(string base64)
    {
        static (byte[]?, FieldError?) No(string reason, string wayOut) => (null, new("file", reason, wayOut));
        var bytes = new byte[base64.Length];
        if (!Convert.TryFromBase64String(base64, bytes, out var length) || length == 0)
            return No("the picture cannot be read", "choose a JPEG, PNG or WebP file");
        if (length > MostBytes)
            return No($"the picture is larger than {MostBytes / 1_000_000} MB", "make it smaller first");
        using var data = SKData.CreateCopy(bytes.AsSpan(0, length));
        using var codec = SKCodec.Create(data);
        if (codec is null || !Formats.Contains(codec.EncodedFormat))
            return No("this is no picture", "choose a JPEG, PNG or WebP file");
        if ((long)codec.Info.Width * codec.Info.Height > MostPixels)
            return No(
                $"the picture has {codec.Info.Width} × {codec.Info.Height} points",
                $"at most {MostPixels / 1_000_000} million: make it smaller first"
            );
        using var read = new SKBitmap(codec.Info.WithColorType(SKColorType.Rgba8888).WithAlphaType(SKAlphaType.Premul));
        // What breaks off is no picture: half of one would be kept as if it were whole.
        if (codec.GetPixels(read.Info, read.GetPixels()) != SKCodecResult.Success)
            return No("the picture breaks off", "choose the file again, or another");
        return (Small(read, codec.EncodedOrigin), null);
    }

    private static byte[] Small(SKBitmap read, SKEncodedOrigin origin)
    {
        var turned =
            origin is SKEncodedOrigin.LeftTop or SKEncodedOrigin.RightTop or SKEncodedOrigin.RightBottom or SKEncodedOrigin.LeftBottom;
        var (width, height) = turned ? (read.Height, read.Width) : (read.Width, read.Height);
        var share = Math.Min(1, (double)Longest / Math.Max(width, height));
        using var surface = SKSurface.Create(
            new SKImageInfo(Math.Max(1, (int)Math.Round(width * share)), Math.Max(1, (int)Math.Round(height * share)))
        );
        var canvas = surface.Canvas;
        canvas.Clear(SKColors.White);
        canvas.Scale((float)share);
        Turn(canvas, origin, width, height);
        using var image = SKImage.FromBitmap(read);
        canvas.DrawImage(image, 0, 0, new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        using var small = surface.Snapshot();
        using var jpeg = small.Encode(SKEncodedImageFormat.Jpeg, Quality);
        return jpeg.ToArray();
    }

    // A camera that was held on its side says so beside the pixels.
    private static void Turn(SKCanvas canvas, SKEncodedOrigin origin, int width, int height)
    {
        var (turn, mirror) = origin switch
        {
            SKEncodedOrigin.BottomRight or SKEncodedOrigin.BottomLeft => (180, origin == SKEncodedOrigin.BottomLeft),
            SKEncodedOrigin.RightTop or SKEncodedOrigin.LeftTop => (90, origin == SKEncodedOrigin.LeftTop),
            SKEncodedOrigin.LeftBottom or SKEncodedOrigin.RightBottom => (270, origin == SKEncodedOrigin.RightBottom),
            _ => (0, origin == SKEncodedOrigin.TopRight),
        };
        if (mirror)
            canvas.Scale(-1, 1, width / 2f, 0);
        if (turn == 180)
            canvas.Translate(width, height);
        else if (turn == 90)
            canvas.Translate(width, 0);
        else if (turn == 270)
            canvas.Translate(0, height);
        canvas.RotateDegrees(turn);
    }
}
