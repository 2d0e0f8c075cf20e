using Pantomet.Sites.Layout;
using Pantomet.Sites.Ways;

namespace Pantomet.Sites.Joining;

/// <summary>A page with what was found out of it by several ways.</summary>
/// <param name="Address">Of the page.</param>
/// <param name="Read">What its markup says; null where that is not there.</param>
/// <param name="Sizes">For each of <see cref="Core.SiteCheck.CheckWindow.Usual"/>, in the order of its pictures; empty where they were not
/// computed.</param>
/// <param name="Backgrounds">What its style sheets ask for.</param>
/// <param name="Loaded">Pictures that a browser loaded with it.</param>
/// <param name="Measured">What a browser saw of it.</param>
public sealed record PageOfSite(
    Uri Address, ReadPage? Read, IReadOnlyList<IReadOnlyList<ShownSize>> Sizes, IReadOnlyList<Uri> Backgrounds,
    IReadOnlyList<Uri> Loaded, IReadOnlyList<MeasuredPage> Measured);
