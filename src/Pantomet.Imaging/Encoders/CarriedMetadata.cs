using System.Security;
using System.Text;
using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;

namespace Pantomet.Imaging.Encoders;

/// <summary>
/// Gives a picture exactly the metadata that its recipe names. It is written anew from known fields, so nothing else can slip through.
/// </summary>
public static class CarriedMetadata
{
    private const double MillimetresPerInch = 25.4;

    /// <summary>
    /// What a saver is told to keep after <see cref="Attach"/>: only blocks with something in them, since an empty one would still weigh.
    /// </summary>
    /// <param name="image">As <see cref="Attach"/> left it.</param>
    /// <param name="colour">Says whether the profile stays.</param>
    public static Enums.ForeignKeep Kept(Image image, ColourPolicy colour)
    {
        var hasExif = image.GetFields().Any(field => field.StartsWith("exif-ifd0-", StringComparison.Ordinal));
        return (hasExif ? Enums.ForeignKeep.Exif : 0) | (image.Contains("xmp-data")
            ? Enums.ForeignKeep.Xmp
            : 0) | (colour == ColourPolicy.Keep ? Enums.ForeignKeep.Icc : 0);
    }

    /// <summary>Removes every block that came with the source, then writes the fields that stay.</summary>
    /// <param name="image">Finished pixels.</param>
    /// <param name="recipe">Says what is written.</param>
    /// <param name="format">TIFF has no Exif block here; its fields go into XMP.</param>
    public static Image Attach(Image image, RenderRecipe recipe, PictureFormat format)
    {
        var (rights, description) = recipe.Metadata;
        // Exif repeats it even in formats that do not state it: there it says nothing.
        var perMillimetre = ((format.StatesPpi() ? recipe.Request.Ppi : null) ?? PictureFormats.UnstatedPpi) / MillimetresPerInch;
        using var dense = image.Copy(xres: perMillimetre, yres: perMillimetre);
        return dense.Mutate(changed =>
        {
            foreach (var field in changed.GetFields().Where(IsBlock))
                changed.Remove(field);
            if (format != PictureFormat.Tiff)
                SetExif(changed, rights, description, recipe.Pixels.Colour);
            if (NeedsXmp(rights, description, format))
                changed.Set(GValue.BlobType, "xmp-data", Xmp(rights, description));
        });
    }

    /// <summary>Writes rights into a picture that has no other metadata: as XMP, which every letter fits into.</summary>
    /// <param name="image">Finished pixels.</param>
    /// <param name="rights">Nothing is written where they say nothing.</param>
    public static void SetRights(MutableImage image, RightsFields rights)
    {
        if (!rights.IsEmpty)
            image.Set(GValue.BlobType, "xmp-data", Xmp(rights, description: ""));
    }

    private static bool IsBlock(string field) =>
        field.StartsWith("exif-", StringComparison.Ordinal) || field.StartsWith("png-comment", StringComparison.Ordinal) ||
        field is "xmp-data" or "iptc-data" or "photoshop-data" or "orientation" or "image-description" or "gif-comment";

    private static void SetExif(MutableImage image, RightsFields rights, string description, ColourPolicy colour)
    {
        // libvips takes a last pair of brackets for a remark and drops it, so one is added for it to drop.
        void Set(string field, string? text)
        {
            if (text is { Length: > 0 })
                image.Set(GValue.GStrType, $"exif-ifd0-{field}", $"{text} ()");
        }

        Set("Artist", rights.Creator);
        Set("Copyright", rights.Copyright);
        Set("ImageDescription", description);
        if (colour == ColourPolicy.Srgb && !(rights.IsEmpty && description.Length == 0))
            image.Set(GValue.GStrType, "exif-ifd2-ColorSpace", "1");
    }

    // Exif 2.32 text is ASCII ("©" becomes "(C)" there); XMP holds every letter and the fields that Exif lacks.
    private static bool NeedsXmp(RightsFields rights, string description, PictureFormat format)
    {
        string?[] inExif = [rights.Creator, rights.Copyright, description];
        var onlyInXmp = (rights.Credit ?? rights.UsageTerms ?? rights.WebStatement) is not null;
        var somethingToSay = inExif.Any(text => text is { Length: > 0 });
        return onlyInXmp ||
            (somethingToSay && (format == PictureFormat.Tiff || inExif.Any(text => text is not null && !Ascii.IsValid(text))));
    }

    // ISO 16684-1; the properties are those of IPTC Photo Metadata's rights section.
    private static byte[] Xmp(RightsFields rights, string description)
    {
        var xmp = new StringBuilder(
            """<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">""" +
            """<rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" """ +
            """xmlns:xmpRights="http://ns.adobe.com/xap/1.0/rights/" xmlns:photoshop="http://ns.adobe.com/photoshop/1.0/">""");
        void Add(string? text, string before, string after)
        {
            if (text is { Length: > 0 })
                xmp.Append(before).Append(SecurityElement.Escape(text)).Append(after);
        }

        Add(rights.Creator, "<dc:creator><rdf:Seq><rdf:li>", "</rdf:li></rdf:Seq></dc:creator>");
        Add(rights.Copyright, """<dc:rights><rdf:Alt><rdf:li xml:lang="x-default">""", "</rdf:li></rdf:Alt></dc:rights>");
        Add(description, """<dc:description><rdf:Alt><rdf:li xml:lang="x-default">""", "</rdf:li></rdf:Alt></dc:description>");
        Add(rights.Credit, "<photoshop:Credit>", "</photoshop:Credit>");
        Add(rights.UsageTerms, """<xmpRights:UsageTerms><rdf:Alt><rdf:li xml:lang="x-default">""",
            "</rdf:li></rdf:Alt></xmpRights:UsageTerms>");
        Add(rights.WebStatement, "<xmpRights:WebStatement>", "</xmpRights:WebStatement>");
        xmp.Append("</rdf:Description></rdf:RDF></x:xmpmeta>");
        return Encoding.UTF8.GetBytes(xmp.ToString());
    }
}
