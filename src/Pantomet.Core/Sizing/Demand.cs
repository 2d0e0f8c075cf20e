namespace Pantomet.Core.Sizing;

/// <summary>What a device asks of a width ladder.</summary>
/// <param name="Device">The device, with its share of visits.</param>
/// <param name="ShownPx">How wide it shows the picture, in CSS px.</param>
/// <param name="WantedPx">Shown width × density: what the browser looks for, in device px.</param>
/// <param name="NeededPx">Fewer must not be sent: the wanted px, less what the promise allows, as a whole number.</param>
public sealed record Demand(Device Device, double ShownPx, double WantedPx, int NeededPx)
{
    // 400.0000001 px come from arithmetic, not from a layout.
    internal const double Noise = 1e-6;

    /// <summary>The smallest width that gives the browser all it looks for.</summary>
    public int EnoughPx => Whole(WantedPx);

    /// <summary>What every device asks of the ladder.</summary>
    /// <param name="layout">How wide the picture is shown.</param>
    /// <param name="devices">Shares that add up to 1.</param>
    /// <param name="promise">What the ladder owes the devices.</param>
    public static IReadOnlyList<Demand> Of(PageLayout layout, IReadOnlyList<Device> devices, Promise promise) =>
        [.. devices.Select(device => Of(layout, device, promise))];

    private static Demand Of(PageLayout layout, Device device, Promise promise)
    {
        var shown = layout.WidthAt(device.ViewportPx);
        var wanted = shown * device.Density.Value;
        var owed = shown * Math.Min(device.Density.Value, promise.DensityCap ?? double.PositiveInfinity) * promise.LeastShare;
        return new Demand(device, shown, wanted, Math.Min(Whole(owed), promise.WidestPx ?? int.MaxValue));
    }

    private static int Whole(double px) => Math.Max(1, (int)Math.Ceiling(px - Noise));
}

/// <summary>What a width ladder owes the devices.</summary>
/// <param name="DensityCap">Pixels beyond this density are not owed; null owes all.</param>
/// <param name="LeastShare">Share of the pixels that is owed, above 0, at most 1.</param>
/// <param name="WidestPx">No file is wider than this; null sets no end.</param>
public sealed record Promise(double? DensityCap, double LeastShare, int? WidestPx)
{
    /// <summary>Every pixel to every device.</summary>
    public static Promise Full { get; } = new(null, 1, null);
}
