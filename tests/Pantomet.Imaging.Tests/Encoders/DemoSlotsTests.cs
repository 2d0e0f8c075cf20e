using System.Globalization;
using System.Text.Json;
using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Pictures;
using Pantomet.Core.Proof;
using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Tests.Encoders;

/// <summary>Every demo source for every slot that it can feed, each file judged by exiftool and ImageMagick and by its length.</summary>
public sealed class DemoSlotsTests
{
    [Fact]
    public void Every_file_is_within_the_limits_of_its_slot_by_the_word_of_independent_tools()
    {
        using var folder = new TemporaryFolder();
        var made = new List<(string Path, PlannedVariant Variant, Slot Slot, SourceFacts Source, EncodedFile File)>();
        var cannotFeed = 0;
        var slots = Demo.Destinations.SelectMany(destination => destination.Slots).ToList();
        Parallel.ForEach(Demo.SourceFiles, new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount }, (path, _, at) =>
        {
            var facts = SourceProbe.Probe(path, 300_000_000).Facts;
            using var source = DecodedSource.Open(path, facts);
            foreach (var (order, slot) in slots.Index())
            {
                var plan = SlotPlan.For(slot, Demo.Source(facts, Stem.From(Path.GetFileName(path))));
                if (!plan.IsFeasible)
                    Interlocked.Increment(ref cannotFeed);
                // One size of each format: the largest, and the smallest of those that take long. The others are made in the same way.
                // What takes long is made for a sixth of the pairings, so chosen that every source and every slot is among them.
                var takesLong = (at + order) % 6 == 0;
                foreach (var variant in plan.Variants.GroupBy(variant => (variant.Tier, variant.Format))
                    .Where(sizes => takesLong || sizes.Key.Format.IsReadEverywhere())
                    .Select(sizes => sizes.Key.Format.IsReadEverywhere() ? sizes.First() : sizes.Last()))
                {
                    var file = Making.Of(source, variant, slot);
                    var name = $"{slot.Id}--{Path.ChangeExtension(variant.FileName, file.Format.Extension())}";
                    lock (made)
                        made.Add((folder.Write(name, file.File), variant, slot, facts, file));
                }
            }
        });

        Assert.True(made.Count > 200, $"Only {made.Count} files were made.");
        Assert.True(cannotFeed > 20, "Small sources must be noticed.");
        var exif = ReadWithExiftool(folder.Path(""));
        foreach (var (path, variant, slot, source, file) in made)
        {
            Assert.True(
                file.Findings.All(finding => finding.Severity != Severity.Stop),
                $"{path}: {string.Join(" ", file.Findings.Select(finding => finding.Sentence))}");
            Assert.DoesNotContain(
                WrittenFileCheck.Compare(WrittenFileReader.Read(path), RecipeRules.For(Demo.Source(source), variant, slot), source.Frames),
                finding => finding.Severity == Severity.Stop);
            Judge(exif[Path.GetFileName(path)], new FileInfo(path).Length, file, variant, slot, source, path);
        }
    }

    private static void Judge(
        JsonElement exif, long bytes, EncodedFile file, PlannedVariant variant, Slot slot, SourceFacts source, string path)
    {
        Assert.True(exif.GetProperty("MIMEType").GetString() == file.Format.MediaType(), path);
        Assert.True(variant.Formats.Contains(file.Format), path);
        var size = exif.GetProperty("ImageSize").GetString()!.Split('x', ' ').Select(side => int.Parse(side, CultureInfo.InvariantCulture))
            .ToList();
        Assert.True(size[0] == variant.Size.File.Width && size[1] == variant.Size.File.Height, $"{path}: {size[0]}×{size[1]}");
        Assert.True(slot.Limits.MaxBytes is not { } most || bytes <= most.Bytes, $"{path}: {bytes} bytes");
        if (slot.Limits.TargetBytes is { } aim)
            Assert.True(bytes <= aim.Max.Bytes, $"{path}: {bytes} bytes is above the aim");
        // A photograph of its own detail reaches the listing photo's band; simple pictures may stay below every band.
        if (slot.Id == "quayside-market.listing-photo" && source is { Kind: ContentKind.Photograph, HasAlpha: false, IsVector: false })
            Assert.True(bytes >= 500_000, $"{path}: {bytes} bytes is below the aim");

        foreach (var leftover in (string[])["Make", "Model", "LensModel", "SerialNumber", "GPSLatitude", "GPSLongitude", "GPSPosition",
            "GPSAltitude", "ExposureTime", "FNumber", "ISO"])
            Assert.False(exif.TryGetProperty(leftover, out _), $"{path} still has {leftover}");
        if (source.Rights.Copyright is { } copyright)
            Assert.True(exif.TryGetProperty("Rights", out var rights) && rights.GetString() == copyright, $"{path} lost its copyright");
        var profile = exif.TryGetProperty("ProfileDescription", out var description) ? description.GetString() : null;
        Assert.True(
            slot.Colour == ColourPolicy.Keep
                ? (profile is null) == (source.ColourProfile is null)
                : profile is null, $"{path}: profile {profile}");
        if (slot.Colour == ColourPolicy.Srgb && file.Format == PictureFormat.Jpeg)
            Assert.True(exif.GetProperty("ColorComponents").GetInt32() == (source.Colour == ColourModel.Grey ? 1 : 3), path);
    }

    private static Dictionary<string, JsonElement> ReadWithExiftool(string folder) =>
        JsonDocument.Parse(Tool.Run("exiftool", "-json", "-fast", folder)).RootElement.EnumerateArray()
            .ToDictionary(file => file.GetProperty("FileName").GetString()!, file => file);
}
