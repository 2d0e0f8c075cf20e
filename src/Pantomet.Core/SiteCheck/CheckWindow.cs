using Pantomet.Core.Proof;

namespace Pantomet.Core.SiteCheck;

/// <summary>A kind of screen that a site is looked at on.</summary>
/// <param name="Name">In plain words.</param>
/// <param name="Viewport">Its window.</param>
public sealed record CheckWindow(string Name, Viewport Viewport)
{
    // Invented, by the usual proportions of such screens.
    private static readonly Dictionary<int, double> Heights = new() { [390] = 844, [820] = 1180, [1440] = 900 };

    /// <summary>The screens of <see cref="PageScreen.Usual"/>.</summary>
    public static IReadOnlyList<CheckWindow> Usual { get; } =
    [
        .. PageScreen.Usual.Select(screen => new CheckWindow(
            screen.Name, new Viewport(screen.ViewportPx, Heights[screen.ViewportPx], screen.Density.Value))),
    ];
}
