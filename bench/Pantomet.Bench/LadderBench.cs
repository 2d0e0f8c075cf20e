using System.Diagnostics;
using Pantomet.Core.Destinations;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Bench;

/// <summary>Twelve JPEG widths of one 18-megapixel source: against the codec floor, and against one vipsthumbnail process per width.</summary>
internal static class LadderBench
{
    private const int Times = 3;
    private static readonly IReadOnlyList<int> Widths = BenchSlots.TwelveWidths;

    public static void Run(string demo)
    {
        using var folder = new Folder();
        var picture = Path.Combine(demo, "workbench-topdown.jpg");
        Run(folder, LargeSource.Enlarged(picture, folder.Path("source.jpg"), 1.364), "as a camera writes it");
        // One photograph that was measured before any code was written had 16 MB and took a second to decode: no other kind takes so long.
        Run(folder, LargeSource.Enlarged(picture, folder.Path("dense.jpg"), 1.364, isDense: true), "as an editor saves it at its best, progressive");
    }

    private static void Run(Folder folder, string source, string what)
    {
        var facts = SourceProbe.Probe(source, 300_000_000).Facts;
        var slot = BenchSlots.Of(PictureFormat.Jpeg, Widths, new QualityRange(80, 80), null);
        var plan = SlotPlan.For(slot, BenchSlots.Source(facts));
        var cores = Environment.ProcessorCount;
        var options = new ParallelOptions { MaxDegreeOfParallelism = cores };
        Console.WriteLine($"Ladder: {facts.Size} px ({facts.Size.Count / 1e6:0.0} megapixels, {new FileInfo(source).Length / 1e6:0.0} MB, {what}), {Widths.Count} JPEG widths, quality 80, {cores} cores");

        var ours = Stopwatches.Least(Times, () =>
        {
            using var decoded = DecodedSource.Open(source, facts);
            Parallel.ForEach(plan.Variants, options, variant => File.WriteAllBytes(folder.Path(variant.FileName), VariantMaker.Make(decoded, variant, slot).File));
        });

        IReadOnlyList<CodecFloor.Work> copies = [.. Enumerable.Repeat(CodecFloor.Work.For(source, slot), cores)];
        var (floor, shared) = (CodecFloor.Of(copies, Times), CodecFloor.Shared(copies, Times));
        Console.WriteLine($"  time ÷ codec floor (a decode, a resample and an encode of each, on {cores} cores; the one decode here has but one): {ours / floor:0.00}; where the widths share their resampling: {ours / shared:0.00}");

        if (!HasVipsthumbnail())
        {
            Console.WriteLine("  vipsthumbnail is not installed (Debian: libvips-tools); that ratio is left out.");
            return;
        }

        var theirs = Stopwatches.Least(Times, () => Parallel.ForEach(Widths, options, width => Thumbnail(source, width, folder.Path($"their-{width}.jpg"))));
        Console.WriteLine($"  vipsthumbnail, a process per width, {cores} at a time: ÷ ours {theirs / ours:0.00}, ÷ codec floor {theirs / floor:0.00}");
    }

    internal static bool HasVipsthumbnail() => Environment.GetEnvironmentVariable("PATH")!.Split(':').Any(folder => File.Exists(Path.Combine(folder, "vipsthumbnail")));

    private static void Thumbnail(string source, int width, string into)
    {
        using var process = Process.Start("vipsthumbnail", [source, "--size", $"{width}x", "-o", $"{into}[Q=80,optimize_coding,interlace,strip]"]);
        process.WaitForExit();
        if (process.ExitCode != 0)
            throw new InvalidOperationException("vipsthumbnail failed.");
    }
}
