using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.Proof.Markup;

/// <summary>A picture of a page as data, for templates that write their own elements; and the plain list of its addresses.</summary>
public static class MarkupData
{
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        WriteIndented = true,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        // Readable in every language; < and > stay escaped, so that it can stand in a script element.
        Encoder = JavaScriptEncoder.Create(System.Text.Unicode.UnicodeRanges.All),
    };

    /// <summary>As JSON.</summary>
    /// <param name="picture">With its files.</param>
    public static string ToJson(PagePicture picture) => JsonSerializer.Serialize(DataOf(picture), Options) + "\n";

    /// <summary>Several as one JSON array.</summary>
    /// <param name="pictures">With their files.</param>
    public static string ToJson(IEnumerable<PagePicture> pictures) =>
        JsonSerializer.Serialize(pictures.Select(DataOf), Options) + "\n";

    /// <summary>Every address once, in the order in which browsers look at them, each ended by a line feed.</summary>
    /// <param name="picture">With its files.</param>
    public static string Addresses(PagePicture picture) =>
        string.Concat(picture.Lists.SelectMany(list => list.Files).Select(file => $"{file.Address}\n").Distinct());

    private static object DataOf(PagePicture picture)
    {
        var image = picture.Image;
        return new
        {
            picture.Stem,
            picture.HasLastingAddresses,
            picture.Placeholder,
            Alt = picture.AltText,
            Src = image.Usual.Address,
            image.Largest.Size.File.Width,
            image.Largest.Size.File.Height,
            Sources = picture.Lists.Select(
                list => new
                {
                    Media = list == image ? null : list.Media,
                    Type = list.Type?.MediaType(),
                    Sizes = list.Sizes(),
                    Files = list.Files.Select(
                        file => new
                        {
                            file.Address,
                            file.Size.File.Width,
                            file.Size.File.Height,
                            Density = file.Size.Density?.Value,
                            Type = file.Format.MediaType(),
                        }),
                }),
        };
    }
}
