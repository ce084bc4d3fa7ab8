using SkiaSharp;

namespace Irvak.Web;

/// <summary>
/// Makes a plain copy of a photo: turned upright, at most 1600 pixels long, JPEG. Nothing of the file but its pixels goes into the
/// copy, so that where and with what it was taken is gone.
/// </summary>
public static class PhotoCopy
{
    /// <summary>Longest side of the copy, pixels.</summary>
    public const int LongestSide = 1600;

    // A picture that claims more is refused before a pixel is unpacked.
    private const long MostPixels = 60_000_000;

    // Pictures unpacked at a time: one of 60 megapixels takes a quarter of a gigabyte.
    private static readonly SemaphoreSlim Room = new(1);

    /// <summary>The copy with its size, when it is its turn; null when the bytes are no picture that is read here.</summary>
    /// <exception cref="OperationCanceledException">The sender has gone.</exception>
    public static async Task<(byte[] Jpeg, int Width, int Height)?> Of(byte[] file, CancellationToken cancel)
    {
        // By its size first: what is too large waits for nobody.
        if (!Fits(file))
            return null;
        await Room.WaitAsync(cancel);
        try
        {
            return await Task.Run(() => Copy(file), cancel);
        }
        finally
        {
            Room.Release();
        }
    }

    private static bool Fits(byte[] file)
    {
        using var stream = new MemoryStream(file, false);
        using var codec = SKCodec.Create(stream);
        return codec is not null
            && codec.Info.Width >= 1
            && codec.Info.Height >= 1
            && (long)codec.Info.Width * codec.Info.Height <= MostPixels;
    }

    private static (byte[] Jpeg, int Width, int Height)? Copy(byte[] file)
    {
        using var data = SKData.CreateCopy(file);
        using var codec = SKCodec.Create(data);
        if (codec is null)
            return null;
        // Some formats unpack at half or quarter size; the smallest that is still larger than the copy is enough.
        var size = Enumerable
            .Range(1, 8)
            .Select(eighths => codec.GetScaledDimensions(eighths / 8f))
            .First(s => s == codec.Info.Size || Math.Max(s.Width, s.Height) >= LongestSide);
        using var raw = new SKBitmap(new SKImageInfo(size.Width, size.Height, SKColorType.Rgba8888, SKAlphaType.Premul));
        if (codec.GetPixels(raw.Info, raw.GetPixels()) is not (SKCodecResult.Success or SKCodecResult.IncompleteInput))
            return null;
        var turned =
            codec.EncodedOrigin
            is SKEncodedOrigin.LeftTop
                or SKEncodedOrigin.RightTop
                or SKEncodedOrigin.RightBottom
                or SKEncodedOrigin.LeftBottom;
        var (width, height) = turned ? (raw.Height, raw.Width) : (raw.Width, raw.Height);
        var scale = Math.Min(1f, LongestSide / (float)Math.Max(width, height));
        var (w, h) = (Math.Max(1, (int)(width * scale)), Math.Max(1, (int)(height * scale)));
        using var copy = new SKBitmap(new SKImageInfo(w, h, SKColorType.Rgba8888, SKAlphaType.Opaque));
        using (var canvas = new SKCanvas(copy))
        {
            canvas.Clear(SKColors.White);
            canvas.Scale(w / (float)width, h / (float)height);
            canvas.Concat(Upright(codec.EncodedOrigin, raw.Width, raw.Height));
            using var image = SKImage.FromBitmap(raw);
            canvas.DrawImage(image, 0, 0, new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        }
        using var jpeg = copy.Encode(SKEncodedImageFormat.Jpeg, 82);
        return (jpeg.ToArray(), w, h);
    }

    /// <summary>Turns the pixels as the camera says (Exif 2.32, tag Orientation).</summary>
    private static SKMatrix Upright(SKEncodedOrigin origin, int w, int h) =>
        origin switch
        {
            SKEncodedOrigin.TopRight => new SKMatrix(-1, 0, w, 0, 1, 0, 0, 0, 1),
            SKEncodedOrigin.BottomRight => new SKMatrix(-1, 0, w, 0, -1, h, 0, 0, 1),
            SKEncodedOrigin.BottomLeft => new SKMatrix(1, 0, 0, 0, -1, h, 0, 0, 1),
            SKEncodedOrigin.LeftTop => new SKMatrix(0, 1, 0, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightTop => new SKMatrix(0, -1, h, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightBottom => new SKMatrix(0, -1, h, -1, 0, w, 0, 0, 1),
            SKEncodedOrigin.LeftBottom => new SKMatrix(0, 1, 0, -1, 0, w, 0, 0, 1),
            _ => SKMatrix.Identity,
        };
}
