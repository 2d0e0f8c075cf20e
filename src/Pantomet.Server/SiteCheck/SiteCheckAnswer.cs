using Pantomet.Server.Jobs;
using Pantomet.Sites.Ways;

namespace Pantomet.Server.SiteCheck;

/// <summary>A check of a site.</summary>
/// <param name="Id">Its id.</param>
/// <param name="State">Where it stands.</param>
/// <param name="Stage">What it is at.</param>
/// <param name="Name">The site's host, or what was sent.</param>
/// <param name="Done">Of what it is at, so much is done.</param>
/// <param name="Total">Of so much.</param>
/// <param name="Problem">Why nothing came of it; empty otherwise.</param>
/// <param name="AskedAt">When it was asked for.</param>
/// <param name="EndedAt">When it ended.</param>
/// <param name="Totals">Of all pictures.</param>
/// <param name="Pages">The pages, the heaviest first.</param>
/// <param name="Pictures">The pictures: first what visitors do not get at all, then those that save most.</param>
/// <param name="NotRead">Files that were not read, with the reasons.</param>
internal sealed record SiteCheckAnswer(
    string Id, JobState State, CheckStage Stage, string Name, int Done, int Total, string Problem, DateTime AskedAt, DateTime? EndedAt,
    SiteTotals Totals, IReadOnlyList<SitePageAnswer> Pages, IReadOnlyList<SitePictureAnswer> Pictures, IReadOnlyList<LeftOutFile> NotRead);

/// <summary>What pictures weigh.</summary>
/// <param name="Pictures">How many there are.</param>
/// <param name="Bytes">What those weigh whose weight is known.</param>
/// <param name="PossibleBytes">What they would weigh.</param>
internal sealed record SiteTotals(int Pictures, long Bytes, long PossibleBytes);

/// <summary>A page.</summary>
/// <param name="Address">Of the page; from the site's folder on where nobody knows its host.</param>
/// <param name="Bytes">What its pictures weigh, on the screen that loads most.</param>
/// <param name="PossibleBytes">What they would weigh there.</param>
/// <param name="Screens">The same on each kind of screen.</param>
/// <param name="SlowSeconds">How long they take on the slowest line of a phone.</param>
/// <param name="PossibleSlowSeconds">How long they would take.</param>
/// <param name="Problem">Why its sizes are not known; null where they were computed.</param>
internal sealed record SitePageAnswer(
    string Address, long Bytes, long PossibleBytes, IReadOnlyList<SiteScreenAnswer> Screens, double SlowSeconds, double PossibleSlowSeconds,
    string? Problem);

/// <summary>What the pictures of a page weigh on a kind of screen.</summary>
/// <param name="Name">Of the screen.</param>
/// <param name="Bytes">What they weigh.</param>
/// <param name="PossibleBytes">What they would weigh.</param>
internal sealed record SiteScreenAnswer(string Name, long Bytes, long PossibleBytes);
