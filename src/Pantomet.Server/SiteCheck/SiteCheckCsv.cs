using Pantomet.Core.Pictures;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.SiteCheck;

/// <summary>A check for spreadsheets: a row for each picture.</summary>
internal static class SiteCheckCsv
{
    private static readonly string[] Columns =
        ["address", "page", "bytes", "possible_bytes", "possible", "width", "height", "format", "shown_width", "needed_px", "findings"];

    /// <summary>As a table.</summary>
    /// <param name="pictures">In their order.</param>
    public static byte[] Of(IEnumerable<SitePictureAnswer> pictures) => CsvTable.Of(Columns, pictures.Select(one => new object?[]
    {
        one.Address, one.Page, one.Bytes, one.PossibleBytes, one.Possible, one.Width, one.Height, one.Format?.Extension(),
        one.Shown?.Width, one.NeededPx, string.Join(' ', one.Findings.Select(finding => finding.Id).Distinct()),
    }));
}
