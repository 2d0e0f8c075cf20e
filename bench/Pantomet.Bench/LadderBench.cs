using System.Collections.Concurrent;
using System.Diagnostics;
using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Bench;

/// <summary>Twelve JPEG widths of one 18-megapixel source: against the codec floor, and against one vipsthumbnail process per
/// width.</summary>
internal static class LadderBench
{
    private const int Turns = 6;
    private static readonly IReadOnlyList<int> Widths = BenchSlots.TwelveWidths;

    public static void Run(string demo)
    {
        using var folder = new Folder();
        var picture = Path.Combine(demo, "workbench-topdown.jpg");
        Run(folder, LargeSource.Enlarged(picture, folder.Path("source.jpg"), 1.364), "as a camera writes it");
        // One photograph that was measured before any code was written had 16 MB and took a second to decode: no other kind takes so long.
        Run(folder, LargeSource.Enlarged(picture, folder.Path("dense.jpg"), 1.364, isDense: true),
            "as an editor saves it at its best, progressive");
    }

    private static void Run(Folder folder, string source, string what)
    {
        var facts = SourceProbe.Probe(source, 300_000_000).Facts;
        var slot = BenchSlots.Of(PictureFormat.Jpeg, Widths, new QualityRange(80, 80), null);
        var cores = Environment.ProcessorCount;
        Console.WriteLine(
            $"Ladder: {facts.Size} px ({facts.Size.Count / 1e6:0.0} megapixels, {new FileInfo(source).Length / 1e6:0.0} MB, {what}), " +
            $"{Widths.Count} JPEG widths, quality 80, {cores} cores");
        var work = CodecFloor.Work.For(source, slot);
        IReadOnlyList<CodecFloor.Work> copies = [.. Enumerable.Repeat(work, cores)];
        var (ours, unproven, floor, shared, theirs) = (0.0, 0.0, 0.0, 0.0, 0.0);
        // By turns, so that what else the machine does meanwhile meets all; the first, in which code is compiled, does not count.
        for (var turn = 0; turn <= Turns; turn++)
        {
            if (turn == 1)
                (ours, unproven, floor, shared, theirs) = (0, 0, 0, 0, 0);
            ours += Ours(work.Files, (decoded, file) => VariantMaker.Make(decoded, BenchSlots.Recipe(facts, file.Variant, slot)).File);
            unproven += Ours(work.Files, (decoded, file) =>
            {
                using var pixels = decoded.Cut(file.Variant.Crop, file.Variant.Rotation, file.Variant.Size.Picture);
                return Encoder.Lossy(pixels, PictureFormat.Jpeg, 80, file.Settings);
            });
            floor += CodecFloor.Of(copies, 1);
            shared += CodecFloor.Shared(copies, 1);
            if (HasVipsthumbnail())
                theirs += Stopwatches.Least(
                    1, () => OneByOne(
                        work.Files, cores,
                        file => Thumbnail(
                            source, file.Variant.Size.Picture.Width, file.Settings.WholeChroma,
                            folder.Path($"their-{file.Variant.FileName}"))));
        }

        Console.WriteLine(
            $"  time ÷ codec floor (a decode, a resample and an encode of each, on {cores} cores; the one decode here has but one): " +
            $"{ours / floor:0.00}; where the widths share their resampling: {ours / shared:0.00}");
        if (!HasVipsthumbnail())
        {
            Console.WriteLine("  vipsthumbnail is not installed (Debian: libvips-tools); that ratio is left out.");
            return;
        }

        Console.WriteLine(
            $"  vipsthumbnail, a process per width, {cores} at a time: ÷ ours {theirs / ours:0.00}, ÷ ours without reading each file " +
            $"again and scoring it, which they do not either {theirs / unproven:0.00}, ÷ codec floor {theirs / floor:0.00}");

        double Ours<T>(IEnumerable<T> files, Func<DecodedSource, T, byte[]> make) where T : struct => Stopwatches.Least(1, () =>
        {
            using var decoded = DecodedSource.Open(source, facts);
            var at = 0;
            OneByOne(
                files, cores + 1, file => File.WriteAllBytes(folder.Path($"our-{Interlocked.Increment(ref at)}.jpg"), make(decoded, file)));
        });
    }

    // Whoever is done takes the next one; by itself a list is dealt out in shares beforehand, and one has all large widths.
    private static void OneByOne<T>(IEnumerable<T> all, int most, Action<T> work) =>
        Parallel.ForEach(
            Partitioner.Create(all, EnumerablePartitionerOptions.NoBuffering), new ParallelOptions { MaxDegreeOfParallelism = most }, work);

    internal static bool HasVipsthumbnail() =>
        Environment.GetEnvironmentVariable("PATH")!.Split(':').Any(folder => File.Exists(Path.Combine(folder, "vipsthumbnail")));

    // The same output: the same quality, the same scans, the same resolution of colour.
    private static void Thumbnail(string source, int width, bool isWholeChroma, string into)
    {
        using var process = Process.Start(
            "vipsthumbnail",
            [source, "--size", $"{width}x", "-o",
                $"{into}[Q=80,optimize_coding,interlace,strip,subsample_mode={(isWholeChroma ? "off" : "on")}]"]);
        process.WaitForExit();
        if (process.ExitCode != 0)
            throw new InvalidOperationException("vipsthumbnail failed.");
    }
}
