using System.Runtime.InteropServices;
using NetVips;

namespace Pantomet.Imaging.Rendering;

/// <summary>The pixels of a picture where libvips holds them, row by row without gaps: to look at them costs no copy, and the garbage collector has nothing to do with them.</summary>
internal sealed partial class HeldPixels : IDisposable
{
    private readonly Image image;
    private readonly nint data;

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
    public unsafe ReadOnlySpan<byte> Bytes => new((void*)data, checked(image.Width * image.Height * image.Bands * SizeOf(image.Format)));

    /// <inheritdoc/>
    public void Dispose() => image.Dispose();

    private static int SizeOf(Enums.BandFormat format) => format switch
    {
        Enums.BandFormat.Uchar or Enums.BandFormat.Char => 1,
        Enums.BandFormat.Ushort or Enums.BandFormat.Short => 2,
        Enums.BandFormat.Float or Enums.BandFormat.Uint or Enums.BandFormat.Int => 4,
        _ => throw new ArgumentOutOfRangeException(nameof(format), format, "Pixels are whole numbers or floats."),
    };

    // https://www.libvips.org/API/current/method.Image.get_data.html
    [LibraryImport("libvips.so.42", EntryPoint = "vips_image_get_data")]
    private static partial nint DataOf(nint image);
}
