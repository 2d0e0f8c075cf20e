using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Sizing;
using Pantomet.Rendering;

namespace Pantomet.Server.SiteCheck;

/// <summary>A file that may take the place of one of a site.</summary>
/// <param name="State">How its weight is known.</param>
/// <param name="Bytes">What it weighs.</param>
/// <param name="Recipe">Hash of its recipe; null where the file stays as it is.</param>
internal sealed record BetterFile(PossibleState State, long Bytes, string? Recipe);

/// <summary>Makes the files that may take the place of those of a site: in the same format, with no more pixels than are needed, and
/// with good looks; never heavier.</summary>
internal sealed class BetterFiles(RenderService renderer)
{
    // A file that is hardly wider stays as wide as it is.
    private const double HardlyWider = 1.05;

    private static readonly Slot Wanted = new(
        "site-check", "site check", new Shape.Free(), Fit.Contain, SrgbColour.White, new SizeRule.AllPixels(), [], [PictureFormat.Jpeg],
        Delivery.One, FileLimits.None, QualityRange.ForWantedLooks, ColourPolicy.Srgb, MetadataPolicy.Rights,
        TransparencyPolicy.WhereItCan, [], NamePattern.Usual)
    {
        Score = ScoreDemand.Default with { Prefer = Preference.Smaller },
        Animation = AnimationPolicy.Keep,
    };

    /// <summary>Whether a better file can be made at all.</summary>
    /// <param name="facts">What the file is.</param>
    public static bool CanBeMade(SourceFacts facts) =>
        facts.Format is PictureFormat.Jpeg or PictureFormat.Png or PictureFormat.WebP or PictureFormat.Avif or PictureFormat.Gif &&
        (!facts.IsAnimated || facts.Format.HoldsAnimation());

    /// <summary>How large it is.</summary>
    /// <param name="file">Upright pixels of the file.</param>
    /// <param name="neededPx">How wide it need be; null where that is not known.</param>
    public static PixelSize SizeOf(PixelSize file, int? neededPx) =>
        neededPx is { } needed && needed * HardlyWider < file.Width ? file.Times((double)needed / file.Width) : file;

    /// <summary>Makes it.</summary>
    /// <param name="file">One with facts.</param>
    /// <param name="neededPx">How wide it need be; null where that is not known.</param>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    /// <exception cref="IOException">The disk is full.</exception>
    public async Task<BetterFile> MakeAsync(SiteFileRow file, int? neededPx, CancellationToken cancel)
    {
        var facts = file.Facts!;
        if (!CanBeMade(facts))
            return new BetterFile(PossibleState.AsItIs, file.Bytes, null);
        var size = SizeOf(facts.Size, neededPx);
        var variant = new PlannedVariant(
            null, facts.Size.Whole, Rotation.None, new OutputSize(size, size), [facts.Format], "better")
        {
            IsAnimated = facts.IsAnimated,
        };
        var made = await renderer.RenderAsync(
            RecipeRules.For(SiteFiles.SourceOf(file), variant, Wanted), RenderPriority.Run, null, cancel);
        // That it cannot be made at this moment is not that it stays as it is.
        if (made.Findings.Any(finding => finding.Id == DiskFull.FindingId))
            throw DiskFull.Fault();
        return made.File is { } better && better.Bytes < file.Bytes
            ? new BetterFile(PossibleState.Made, better.Bytes, better.Recipe)
            : new BetterFile(PossibleState.AsItIs, file.Bytes, null);
    }
}
