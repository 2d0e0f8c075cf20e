using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Bench;

/// <summary>How our JPEGs look beside those of plain tools that weigh as much or more, by the word of butteraugli. Nothing is resized: only
/// encoding is compared.</summary>
internal static class EqualBytesBench
{
    private static readonly int[] Widths = [500, 1000];
    private static readonly int[] Qualities = [50, 75, 85];

    private static readonly string[] Pictures =
    [
        "hill-flight.jpg", "beach-morning.jpg", "dune-box-kite.jpg", "studio-delta.jpg", "line-spools.jpg", "ribbon-tails-detail.jpg",
            "workbench-topdown.jpg", "festival-panorama.jpg", "winder-handle.jpg",
    ];

    public static void Run(string demo)
    {
        Console.WriteLine(
            $"Equal bytes: {Pictures.Length} photographs × widths {string.Join(", ", Widths)} × qualities " +
            $"{string.Join(", ", Qualities)}; distance by butteraugli, ours at most as heavy");
        foreach (var tool in ((string[])["vipsthumbnail", "cjpeg"]).Where(tool => !Judge.IsThere || !Judge.Has(tool)))
            Console.WriteLine(
                $"  {tool} or butteraugli_main is not installed (Debian: libvips-tools, libjpeg-turbo-progs, libjxl-devtools)");
        if (!Judge.IsThere)
            return;
        Console.WriteLine(
            "  against                effort     cases   better   no worse (by 1 %)   mean distance, theirs and ours   bytes, ours of " +
            "theirs");
        foreach (var (tool, encode) in Tools().Where(one => Judge.Has(one.Tool)))
        {
            foreach (var effort in (Effort[])[Effort.Quick, Effort.Thorough])
                Compare(demo, tool, encode, effort);
        }
    }

    private static IEnumerable<(string Tool, Action<string, string, int, int> Encode)> Tools() =>
    [
        ("vipsthumbnail", (png, jpeg, width, quality) =>
            Judge.Run("vipsthumbnail", png, "-s", $"{width}x", "-o", $"{jpeg}[Q={quality},strip]")),
        ("cjpeg", (png, jpeg, _, quality) =>
        {
            var plain = Path.ChangeExtension(png, ".ppm");
            using (var picture = Image.NewFromFile(png))
                File.WriteAllBytes(
                    plain, [.. System.Text.Encoding.ASCII.GetBytes($"P6\n{picture.Width} {picture.Height}\n255\n"),
                        .. picture.WriteToMemory<byte>()]);
            Judge.Run("cjpeg", "-quality", $"{quality}", "-outfile", jpeg, plain);
        }),
    ];

    private static void Compare(string demo, string tool, Action<string, string, int, int> encode, Effort effort)
    {
        var cases = new List<(double Theirs, double Ours, double Bytes)>();
        foreach (var (name, width) in Pictures.SelectMany(name => Widths.Select(width => (name, width))))
        {
            using var folder = new Folder();
            var before = folder.Path("before.png");
            using (var small = Image.Thumbnail(Path.Combine(demo, name), width, height: 100_000))
                small.Pngsave(before, keep: Enums.ForeignKeep.None);
            var facts = SourceProbe.Probe(before, 300_000_000).Facts with { Kind = ContentKind.Photograph };
            using var source = DecodedSource.Open(before, facts);
            foreach (var quality in Qualities)
            {
                var theirs = folder.Path("theirs.jpg");
                encode(before, theirs, width, quality);
                var cap = new FileInfo(theirs).Length;
                var slot = BenchSlots.Of(
                    PictureFormat.Jpeg, [width], new QualityRange(1, 100), cap) with
                {
                    Effort = effort,
                    Score = new ScoreDemand(0, 0, Preference.Better)
                };
                // To the last byte that fits, so that bytes are equal.
                using var picture = FinishedPicture.Make(source, BenchSlots.Recipe(facts, slot), PictureFormat.Jpeg);
                var goal = new WeightGoal(new QualityRange(1, 100), cap, cap, cap);
                // Thorough effort tries both ways, and the score decides, as in a run.
                var ours = ((Effort[])[effort, Effort.Quick]).Distinct().Select(way =>
                {
                    var trials = picture.TrialsWith(picture.Settings with { Effort = way });
                    return QualitySearch.Find(goal, WeightCurve.Of(PictureFormat.Jpeg), at => trials.At(at).File).File;
                }).MaxBy(picture.PointsOf)!;
                cases.Add((Distance(before, File.ReadAllBytes(theirs), folder), Distance(before, ours, folder), (double)ours.Length / cap));
            }
        }

        Console.WriteLine(
            $"  {tool,-22} {effort,-9} {cases.Count,6}   {cases.Count(one => one.Ours < one.Theirs),6}   " +
            $"{cases.Count(one => one.Ours <= 1.01 * one.Theirs),17}   {cases.Average(one => one.Theirs),22:0.000} " +
            $"{cases.Average(one => one.Ours),8:0.000}   {cases.Average(one => one.Bytes),20:0.00}");
    }

    private static double Distance(string before, byte[] file, Folder folder)
    {
        var after = folder.Path("after.png");
        using var decoded = Image.NewFromBuffer(file);
        decoded.Pngsave(after, keep: Enums.ForeignKeep.None);
        return Judge.Distance(before, after);
    }
}
