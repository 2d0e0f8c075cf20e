using Microsoft.AspNetCore.Mvc;
using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Proof.Pages;

namespace Pantomet.Server.Proof;

/// <summary>A picture in a slot, on a screen, as an address names it.</summary>
/// <param name="Source">Id of the source in question.</param>
/// <param name="Slot">Id of the slot.</param>
/// <param name="Page">A model page; left out, the one that suits the slot.</param>
/// <param name="Viewport">Width of the viewport in CSS px; left out, 1,280.</param>
/// <param name="Density">Of the screen; left out, 1.</param>
/// <param name="Reads">
/// Formats that the browser reads beside those that every browser does, joined by commas, or none; left out, all.
/// </param>
internal sealed record ProofQuery(
    [FromQuery(Name = "source")] string Source,
    [FromQuery(Name = "slot")] string Slot,
    [FromQuery(Name = "page")] string? Page,
    [FromQuery(Name = "viewport")] int? Viewport,
    [FromQuery(Name = "density")] double? Density,
    [FromQuery(Name = "reads")] string? Reads)
{
    private const int UsualViewport = 1280;

    // Browsers of today read these (common practice, no source).
    private static readonly HashSet<PictureFormat> Today = [PictureFormat.Avif, PictureFormat.WebP];
    private static readonly string Pages = string.Join(
        ", ", Enum.GetNames<ModelPage>().Select(name => char.ToLowerInvariant(name[0]) + name[1..]));

    /// <summary>In CSS px.</summary>
    public int ViewportPx => Viewport ?? UsualViewport;

    /// <summary>Of the screen.</summary>
    public Density ScreenDensity => new(Density ?? 1);

    /// <summary>The page that was asked for; null for the one that suits the slot.</summary>
    public ModelPage? ModelPage => Enum.TryParse<ModelPage>(Page, ignoreCase: true, out var page) ? page : null;

    /// <summary>Formats that the browser reads beside those that every browser does.</summary>
    public IReadOnlySet<PictureFormat> ReadFormats =>
        Reads is null ? Today : Today.Where(format => Reads.Split(',').Contains($"{format}", StringComparer.OrdinalIgnoreCase)).ToHashSet();

    /// <summary>What is wrong with it; null where nothing is.</summary>
    public Refusal? Unfit() =>
        Page is not null && (ModelPage is null || int.TryParse(Page, out _))
            ? Refusal.Invalid("page", $"\"{Page}\" is no model page. There are {Pages}.")
            : ViewportPx is < 1 or > SizeRule.MaxPixelsPerSide
                ? Refusal.Invalid("viewport", "A viewport has 1 to 16,383 CSS px.")
                : !Core.Measures.Density.IsValid(ScreenDensity.Value)
                    ? Refusal.Invalid("density", $"A density is above 0 and at most {Core.Measures.Density.Most}.")
                    : null;
}
