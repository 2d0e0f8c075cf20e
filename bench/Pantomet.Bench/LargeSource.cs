using NetVips;

namespace Pantomet.Bench;

/// <summary>Pictures as large as a camera's: the demo has none, but its largest photograph, enlarged with its grain, compresses like
/// one.</summary>
internal static class LargeSource
{
    /// <summary>Writes photographs of 12 to 18 megapixels, of five scenes; a comment in each file makes it another one.</summary>
    /// <param name="demo">The demo's pictures.</param>
    /// <param name="folder">Where to.</param>
    /// <param name="count">How many.</param>
    public static List<string> Photographs(string demo, Folder folder, int count)
    {
        string[] scenes = ["workbench-topdown", "hill-flight", "beach-morning", "line-spools", "dune-box-kite"];
        long[] pixels = [12_000_000, 14_000_000, 15_000_000, 16_000_000, 18_000_000];
        var first = scenes.Select(
            (scene, at) => File.ReadAllBytes(Enlarged(Path.Combine(demo, $"{scene}.jpg"), folder.Path($"{scene}.large"), pixels[at])))
                .ToList();
        return [.. Enumerable.Range(0, count).Select(index =>
        {
            var path = folder.Path($"photograph-{index:000}.jpg");
            var bytes = first[index % first.Count];
            File.WriteAllBytes(path, [.. bytes[..2], 0xFF, 0xFE, 0, 6, .. BitConverter.GetBytes(index), .. bytes[2..]]);
            return path;
        })];
    }

    private static string Enlarged(string demoPicture, string path, long pixels)
    {
        Imaging.VipsRuntime.Start();
        using var image = Image.Jpegload(demoPicture);
        return Enlarged(demoPicture, path, Math.Sqrt((double)pixels / ((long)image.Width * image.Height)));
    }

    /// <summary>Writes an enlarged copy.</summary>
    /// <param name="demoPicture">A photograph of the demo.</param>
    /// <param name="path">Where to.</param>
    /// <param name="scale">Of both sides.</param>
    /// <param name="isDense">With twice the grain and as few losses as JPEG has, in scans that grow finer: as an editor saves at its best,
    /// and a decoder takes four times as long to read.</param>
    public static string Enlarged(string demoPicture, string path, double scale, bool isDense = false)
    {
        Imaging.VipsRuntime.Start();
        using var image = Image.Jpegload(demoPicture);
        using var large = image.Resize(scale);
        using var grain = Image.Gaussnoise(large.Width, large.Height, sigma: isDense ? 12 : 6, mean: 0);
        using var grained = (large + grain).Cast(Enums.BandFormat.Uchar);
        grained.Jpegsave(path, q: isDense ? 98 : 95, subsampleMode: Enums.ForeignSubsample.Off, interlace: isDense);
        return path;
    }
}
