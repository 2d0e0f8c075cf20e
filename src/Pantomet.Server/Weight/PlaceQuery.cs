using Microsoft.AspNetCore.Mvc;
using Pantomet.Core.Pictures;

namespace Pantomet.Server.Weight;

/// <summary>A <see cref="WeighedPlace"/> as an address names it.</summary>
/// <param name="Source">The source's id.</param>
/// <param name="Slot">The slot's id.</param>
/// <param name="Tier">A tier of the slot.</param>
/// <param name="Width">Of the file, in pixels.</param>
/// <param name="Height">Of the file, in pixels.</param>
/// <param name="Format">In a slot that gets one file for each format: which of them.</param>
internal sealed record PlaceQuery(
    [FromQuery(Name = "source")] string Source,
    [FromQuery(Name = "slot")] string Slot,
    [FromQuery(Name = "tier")] string? Tier,
    [FromQuery(Name = "width")] int Width,
    [FromQuery(Name = "height")] int Height,
    [FromQuery(Name = "format")] string? Format)
{
    /// <summary>The place; a format that nobody knows names none.</summary>
    public WeighedPlace Place => new(Source, Slot, Tier, Width, Height, FormatOf(Format));

    /// <summary>A format by its name in the interface; null when it is not one.</summary>
    public static PictureFormat? FormatOf(string? name) =>
        Enum.TryParse<PictureFormat>(name, ignoreCase: true, out var format) && Enum.IsDefined(format) && !int.TryParse(name, out _)
            ? format
            : null;
}
