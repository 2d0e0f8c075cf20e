using NetVips;

namespace Pantomet.Bench;

/// <summary>Pictures as large as a camera's: the demo has none, but its largest photograph, enlarged with its grain, compresses like one.</summary>
internal static class LargeSource
{
    /// <summary>Writes an enlarged copy.</summary>
    /// <param name="demoPicture">A photograph of the demo.</param>
    /// <param name="path">Where to.</param>
    /// <param name="scale">Of both sides.</param>
    public static string Enlarged(string demoPicture, string path, double scale)
    {
        Imaging.VipsRuntime.Start();
        using var image = Image.Jpegload(demoPicture);
        using var large = image.Resize(scale);
        using var grain = Image.Gaussnoise(large.Width, large.Height, sigma: 6, mean: 0);
        using var grained = (large + grain).Cast(Enums.BandFormat.Uchar);
        grained.Jpegsave(path, q: 95, subsampleMode: Enums.ForeignSubsample.Off);
        return path;
    }
}
