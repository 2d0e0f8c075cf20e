using System.Runtime.InteropServices;
using NetVips;
using Pantomet.Core.Measures;

namespace Pantomet.Imaging.Rendering;

/// <summary>
/// The pixels of a picture where libvips holds them, row by row without gaps: to look at them costs no copy, and the garbage collector has
/// nothing to do with them.
/// </summary>
internal sealed partial class HeldPixels : IDisposable
{
    // Larger pictures are kept in a temporary file, so that memory does not grow with the picture.
    private const long MaxBytes = 400_000_000;

    private readonly Image image;
    private readonly nint data;

    /// <summary>Writes the pixels of a picture.</summary>
    /// <param name="pixels">Width × height × bands values, row by row without gaps.</param>
    public delegate void Fill(Span<byte> pixels);

    /// <param name="image">Computed now if it is not in memory yet.</param>
    /// <exception cref="VipsException">The pixels cannot be computed: a file is damaged.</exception>
    public HeldPixels(Image image)
    {
        // Of what is in memory already this is another reference to the same pixels.
        this.image = image.CopyMemory();
        data = DataOf(this.image.DangerousGetHandle());
        if (data == 0)
            throw new VipsException("unable to hold the pixels");
    }

    /// <summary>Width × height × bands values; to be looked at only while this is not disposed of.</summary>
    public ReadOnlySpan<byte> Bytes => All;

    private unsafe Span<byte> All => new((void*)data, checked(image.Width * image.Height * image.Bands * BytesPerSample(image)));

    /// <summary>Whether a picture is small enough to be held in memory.</summary>
    /// <param name="image">Its pixels are not looked at.</param>
    public static bool Fit(Image image) => BytesOf(image) <= MaxBytes;

    /// <summary>Bytes of all its pixels.</summary>
    /// <param name="image">Its pixels are not looked at.</param>
    public static long BytesOf(Image image) => (long)image.Width * image.Height * image.Bands * BytesPerSample(image);

    /// <summary>A picture of another size that says of itself what this one says: its colours, its profile.</summary>
    /// <param name="size">In pixels.</param>
    /// <param name="fill">Writes every value.</param>
    public Image Like(PixelSize size, Fill fill)
    {
        using var one = image.Crop(0, 0, 1, 1);
        using var larger = one.Embed(0, 0, size.Width, size.Height);
        var like = larger.CopyMemory();
        // Nobody else knows these pixels yet.
        using var pixels = new HeldPixels(like);
        fill(pixels.All);
        return like;
    }

    /// <inheritdoc/>
    public void Dispose() => image.Dispose();

    /// <summary>Bytes of one value of one channel.</summary>
    /// <param name="image">Its pixels are not looked at.</param>
    public static int BytesPerSample(Image image) => image.Format switch
    {
        Enums.BandFormat.Uchar or Enums.BandFormat.Char => 1,
        Enums.BandFormat.Ushort or Enums.BandFormat.Short => 2,
        Enums.BandFormat.Float or Enums.BandFormat.Uint or Enums.BandFormat.Int => 4,
        Enums.BandFormat.Double or Enums.BandFormat.Complex => 8,
        _ => 16,
    };

    // https://www.libvips.org/API/current/method.Image.get_data.html
    [LibraryImport("libvips.so.42", EntryPoint = "vips_image_get_data")]
    private static partial nint DataOf(nint image);
}
