using Pantomet.Core.Measures;

namespace Pantomet.Core.Sizing;

/// <summary>One kind of screen that visitors come with.</summary>
/// <param name="ViewportPx">Width of the viewport in CSS px.</param>
/// <param name="Density">Device pixels per CSS pixel.</param>
/// <param name="Share">Of all visits; the shares of a table add up to 1.</param>
public sealed record Device(int ViewportPx, Density Density, double Share);

/// <summary>The screens that visitors come with.</summary>
public static class Devices
{
    /// <summary>The most rows of one table.</summary>
    public const int Most = 50_000;

    /// <summary>A table to begin with. Invented: plausible widths and densities, and shares that nobody measured.</summary>
    public static IReadOnlyList<Device> Invented { get; } = Normalised(
    [
        new(320, new(2), 2), new(360, new(2), 5), new(360, new(3), 12), new(375, new(2), 4), new(375, new(3), 5),
        new(384, new(2.8125), 3), new(390, new(3), 12), new(393, new(2.75), 8), new(412, new(2.625), 8), new(414, new(2), 3),
        new(430, new(3), 6), new(600, new(1.5), 1), new(768, new(2), 3), new(810, new(2), 2), new(834, new(2), 1),
        new(1024, new(2), 2), new(1280, new(1), 2), new(1366, new(1), 4), new(1440, new(2), 3), new(1512, new(2), 2),
        new(1536, new(1.25), 4), new(1680, new(1), 1), new(1707, new(1.5), 1), new(1920, new(1), 7), new(2560, new(1), 2),
    ]);

    /// <summary>The same table with its shares scaled so that they add up to 1, and equal screens taken together.</summary>
    /// <param name="devices">At least one, the sum of the shares above 0.</param>
    public static IReadOnlyList<Device> Normalised(IReadOnlyCollection<Device> devices)
    {
        var sum = devices.Sum(device => device.Share);
        return [.. devices.GroupBy(device => (device.ViewportPx, device.Density))
            .Select(group => new Device(group.Key.ViewportPx, group.Key.Density, group.Sum(device => device.Share) / sum))
            .OrderBy(device => device.ViewportPx).ThenBy(device => device.Density.Value)];
    }
}
