using System.Globalization;
using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;
using Pantomet.Core.Runs;
using Pantomet.Core.Sizing;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Bench;

/// <summary>What our encoders make of photographs at rising widths, and the model of bytes by width that fits it: bytes = scale ×
/// pixels^exponent.</summary>
/// <remarks>The figures go into <see cref="BytesPerWidth"/>; the fit is the least squares of the logarithms.</remarks>
internal static class WeightBench
{
    private static readonly int[] Widths = [160, 240, 320, 480, 640, 800, 1000, 1280, 1600, 2000];
    private static readonly PictureFormat[] Formats = [PictureFormat.Avif, PictureFormat.WebP, PictureFormat.Jpeg, PictureFormat.Png];

    public static void Run(string demo)
    {
        string[] photographs =
            ["hill-flight.jpg", "beach-morning.jpg", "dune-box-kite.jpg", "line-spools.jpg", "ribbon-tails-detail.jpg", "studio-delta.jpg"];
        Console.WriteLine($"Bytes by width: {photographs.Length} photographs × {Widths.Length} widths at the usual quality");
        Console.WriteLine(
            "  format   fitted model                     of the model's bytes, off by (median, at most)   " +
            "the model in use, off by (median)");
        foreach (var format in Formats)
        {
            var made = photographs.SelectMany(photograph => Weigh(Path.Combine(demo, photograph), format)).ToList();
            var (scale, exponent) = Fit(made);
            var off = Off(made, new BytesPerWidth(scale, exponent));
            var used = Off(made, BytesPerWidth.For(format));
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"  {format,-8} {scale,8:0.000} × pixels^{exponent:0.000}   " +
                    $"{Median(off),26:0%}, {off.Max(),4:0%}   {Median(used),44:0%}"));
        }
    }

    private static List<(double Pixels, double Bytes)> Weigh(string path, PictureFormat format)
    {
        var facts = SourceProbe.Probe(path, 300_000_000).Facts;
        var slot = BenchSlots.Of(format, Widths, QualityRange.Default, null);
        using var source = DecodedSource.Open(path, facts);
        return [.. SlotPlan.For(slot, BenchSlots.Source(facts)).Variants
            .AsParallel()
            .Select(variant =>
                ((double)variant.Size.File.Count, (double)VariantMaker.Make(source, BenchSlots.Recipe(facts, variant, slot)).File.Length))];
    }

    // One picture weighs three times another of its size; what counts is how the weight rises within a picture, and the level of the
    // average.
    private static (double Scale, double Exponent) Fit(List<(double Pixels, double Bytes)> made)
    {
        var x = made.ConvertAll(one => Math.Log(one.Pixels));
        var y = made.ConvertAll(one => Math.Log(one.Bytes));
        var (meanX, meanY) = (x.Average(), y.Average());
        var exponent = x.Zip(y, (a, b) => (a - meanX) * (b - meanY)).Sum() / x.Sum(a => (a - meanX) * (a - meanX));
        return (Math.Exp(meanY - (exponent * meanX)), exponent);
    }

    private static List<double> Off(List<(double Pixels, double Bytes)> made, BytesPerWidth model) =>
        [.. made.GroupBy(one => Math.Round(Math.Log(one.Pixels) * 5)).Select(group =>
            Math.Abs((Math.Exp(group.Average(one => Math.Log(model.At(one.Pixels) / one.Bytes)))) - 1)).Order()];

    private static double Median(List<double> sorted) => sorted[sorted.Count / 2];
}
