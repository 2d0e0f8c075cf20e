namespace Pantomet.Server.SiteCheck.Fetching;

/// <summary>How much a check may ask of a site.</summary>
/// <param name="Requests">At most, of one check.</param>
/// <param name="Pages">At most, of one check.</param>
/// <param name="FileBytes">Of one answer, at most, once it is unpacked.</param>
/// <param name="Bytes">Of all answers.</param>
/// <param name="Time">For one answer.</param>
/// <param name="Pause">Between two requests.</param>
/// <param name="Redirects">That are followed, one after the other.</param>
internal sealed record FetchBounds(int Requests, int Pages, long FileBytes, long Bytes, TimeSpan Time, TimeSpan Pause, int Redirects)
{
    /// <summary>Invented: what a visitor with a little patience would do.</summary>
    public static FetchBounds Usual { get; } = new(
        5_000, 200, 100_000_000, 4_000_000_000, TimeSpan.FromSeconds(30), TimeSpan.FromMilliseconds(50), 5);
}
