using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sizing;
using Pantomet.Core.Treatments;

namespace Pantomet.Core.Destinations;

/// <summary>Reads one slot, adding to the list of problems.</summary>
internal static class SlotReader
{
    private const int MaxZones = 20;

    private const string ShapeSentence = "A shape is a ratio (16:9), a pixel size (851x315), a range of ratios (4:5..16:9) or free.";

    // Where the shape follows the picture, sizes are tried on the most common proportions of a camera.
    private static readonly PixelSize DefaultPicture = new(6000, 4000);

    public static Slot? Read(SlotDocument slot, IReadOnlyList<Device> devices, ProblemList list)
    {
        var before = list.Count;
        list.Check(DestinationReader.IsId(slot.Id), "id", DestinationReader.IdSentence);
        list.Check(DestinationReader.IsName(slot.Name), "name", DestinationReader.NameSentence);
        var shape = ReadShape(slot.Shape, list);
        list.Check(
            SrgbColour.TryParse(slot.Background ?? "#ffffff", out var background), "background",
            "A background is a colour such as #ffffff.");
        var formats = ReadFormats(slot, list);
        var limits = LimitsReader.Read(slot.Limits, list.In("limits"));
        var looks = ScoreReader.Read(slot.Looks, list.In("looks"));
        var usual = looks.Prefer == Preference.Smaller ? QualityRange.ForWantedLooks : QualityRange.Default;
        var quality = new QualityRange(slot.Quality?.Floor ?? usual.Min, slot.Quality?.Ceiling ?? usual.Max);
        list.Check(
            quality is { Min: >= 1, Max: <= 100 } &&
                quality.Min <= quality.Max, "quality", "Quality goes from 1 to 100, and the lowest is not above the highest.");
        var pattern = slot.FileName ?? NamePattern.Usual.Text;
        var isPattern = list.Check(
            NamePattern.IsValid(pattern), "fileName",
            $"A name pattern has {{stem}}, {{sequence}} or {{hash}}, and besides them only " +
            $"{string.Join(", ", NamePattern.Placeholders)}, lower-case letters, digits and hyphens.");
        list.Check((slot.KeepClear?.Count ?? 0) <= MaxZones, "keepClear", $"A slot has at most {MaxZones} zones.");
        foreach (var (zone, index) in (slot.KeepClear ?? []).Select((zone, index) => (zone, index)))
            list.Check(
                new PicturePart(zone.X, zone.Y, zone.Width, zone.Height).IsInside, $"keepClear[{index}]",
                $"The zone \"{zone.Name}\" must lie inside the picture: fractions from 0 to 1.");
        list.Check(
            FocusPlace.TryParse(slot.FocusAt ?? "center", out var focusPlace), "focusAt",
            "The focus lies at thirds, or at a CSS position: center, left, right top, 30% 60%.");
        var breathing = slot.Breathing ?? Slot.DefaultBreathing;
        list.Check(breathing is >= 0 and <= 1, "breathing", "The room around the subject is a fraction of its longer side, from 0 to 1.");
        list.Check(slot.Ppi is null or (>= 1 and <= 10_000), "ppi", "Pixels per inch go from 1 to 10,000.");
        var fit = slot.Fit ?? Fit.Cover;
        list.Check(
            fit == Fit.Cover ||
                shape is not Shape.Free, "fit", "A free shape is the picture's own: there is nothing to contain or to pad. Use cover.");
        list.Check(
            (slot.Groups ?? []).All(Stem.IsValid), "groups", "Groups are named like stems: lower-case ASCII words joined by hyphens.");
        var treatments = TreatmentsReader.Read(slot.Treatments, list.In("treatments"));
        list.Check(
            treatments == SlotTreatments.None || slot.Colour is not ColourPolicy.Keep, "treatments",
            "Treatments are computed in sRGB. Let colour be converted to sRGB, or take the treatments out.");
        if (list.Count > before)
            return null;

        var bytes = BytesPerWidth.For(formats[0]);
        SizeRule SizesOf(SizesDocument? sizes, Shape of, IReadOnlyList<Device> screens, ProblemList at) =>
            SizesReader.Read(sizes, of, screens, bytes.ByWidth(of.RatioFor(AspectRatio.Of(DefaultPicture)), limits.MaxBytes), at);
        var rule = slot.Sizes is null && slot.Tiers is { Count: > 0 } && slot.Tiers.All(tier => tier.Sizes is not null)
            ? new SizeRule.AllPixels()
            : SizesOf(slot.Sizes, shape, devices, list);
        var tiers = TierReader.Read(slot, shape, devices, SizesOf, list);
        if (list.Count > before)
            return null;

        var made = new Slot(
            slot.Id, slot.Name.Trim(), shape, fit, background, rule, tiers, formats, slot.Deliver ?? Delivery.One,
            limits, quality, slot.Colour ?? ColourPolicy.Srgb, slot.Metadata ?? MetadataPolicy.Rights,
            slot.Transparency ?? TransparencyPolicy.WhereItCan, slot.KeepClear ?? [], new NamePattern(pattern))
        {
            FocusPlace = focusPlace,
            Breathing = breathing,
            Score = looks,
            Effort = slot.Effort ?? Effort.Quick,
            Sharpening = slot.Sharpening ?? Sharpening.Off,
            Ppi = slot.Ppi,
            Animation = slot.Animation ?? AnimationPolicy.FirstFrame,
            Groups = slot.Groups ?? [],
            IsAtTop = slot.AtTop ?? false,
            Treatments = treatments,
        };
        CheckSides(made, list);
        if (isPattern)
            CheckNames(made, list);
        return list.Count > before ? null : made;
    }

    internal static Shape ReadShape(string text, ProblemList list)
    {
        list.Check(Shape.TryParse(text, out var shape), "shape", ShapeSentence);
        return shape;
    }

    /// <summary>The sizes that a slot makes of a large picture of usual proportions, with the tier they are for.</summary>
    internal static IEnumerable<(Slot Part, OutputSize Size)> DefaultSizes(Slot slot) =>
        slot.Parts()
            .SelectMany(
                part => OutputSizes.For(part.Slot, part.Slot.Shape.RatioFor(AspectRatio.Of(DefaultPicture)).LargestIn(DefaultPicture))
                    .Select(size => (part.Slot, size)));

    private static List<PictureFormat> ReadFormats(SlotDocument slot, ProblemList list)
    {
        var formats = new List<PictureFormat>();
        foreach (var name in slot.Formats)
        {
            var known = Enum.TryParse<PictureFormat>(name, ignoreCase: true, out var format) && !int.TryParse(name, out _) &&
                format.IsWritten();
            if (list.Check(known, "formats", $"\"{name}\" is not a format that can be made. Use avif, webp, jpeg, png, gif or tiff."))
                formats.Add(format);
        }

        list.Check(slot.Formats.Count > 0, "formats", "A slot needs at least one format.");
        list.Check(formats.Distinct().Count() == formats.Count, "formats", "A format is listed twice.");
        if (slot.Transparency == TransparencyPolicy.Must && formats.Find(format => !format.HoldsTransparency()) is var opaque &&
            formats.Exists(format => !format.HoldsTransparency()))
            list.Check(
                false, "formats",
                $"{opaque.DisplayName()} cannot hold transparency, and the slot says that it must be kept. Take {opaque.DisplayName()} " +
                $"out, or keep transparency only where the format can.");
        return formats;
    }

    // A size that its own limits refuse can never be made.
    private static void CheckSides(Slot slot, ProblemList list)
    {
        if (slot.Sizes is SizeRule.AllPixels || slot.Shape is Shape.Free or Shape.Range)
            return;
        var refused = DefaultSizes(slot).Select(one => one.Size.File).FirstOrDefault(size => !slot.Limits.Allow(size));
        list.Check(
            refused == default, "limits",
            $"The slot makes files of {refused} px, which its least or most side refuses. Change the sizes or the limits.");
    }

    private static void CheckNames(Slot slot, ProblemList list)
    {
        var names = DefaultSizes(slot).Select(one => slot.NamePattern.NameFor(new NameParts(
            "stem", one.Part.Name, one.Size.File, one.Size.Density, 1, default,
            () => Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(System.Text.Encoding.ASCII.GetBytes($"{one}"))))));
        var twice = names.GroupBy(name => name).FirstOrDefault(group => group.Count() > 1);
        list.Check(
            twice is null, "fileName",
            $"{twice?.Count()} files of one picture would all be named \"{twice?.Key}\". Add {{width}}, {{height}}, {{density}}, " +
            $"{{slot}} or {{hash}} to tell them apart.");
    }
}
