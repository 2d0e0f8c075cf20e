using System.Xml;
using XmpCore;

namespace Pantomet.Imaging.Sources;

/// <summary>The properties of an XMP packet that Pantomet cares for, each asked for by its name.</summary>
/// <remarks>
/// XMP (ISO 16684-1). The whole is never listed: that takes time that doubles with every level of structures in structures. A packet that
/// nests deeper than any real one is not parsed at all, since the parser follows it by recursion.
/// </remarks>
internal sealed class XmpFields
{
    private const int MaxBytes = 4_000_000;

    // Lists in structures in lists: an editing history goes to about 12 levels of elements.
    private const int MaxLevels = 32;
    private const string Core = "http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/";
    private const string Extension = "http://iptc.org/std/Iptc4xmpExt/2008-02-29/";

    private static readonly (string Namespace, string Name)[] Places =
    [
        (XmpConstants.NsExif, "GPSLatitude"), (XmpConstants.NsExif, "GPSLongitude"), (XmpConstants.NsExif, "GPSDestLatitude"),
            (XmpConstants.NsExif, "GPSDestLongitude"),
        (Core, "Location"), (Extension, "LocationCreated"),
    ];

    private readonly IXmpMeta packet;

    private XmpFields(IXmpMeta packet) => this.packet = packet;

    /// <summary>Parses a packet.</summary>
    /// <param name="bytes">Of the packet.</param>
    /// <returns>Null for one that is too long, nests too deep, or declares a document type, whose entities could expand without
    /// end.</returns>
    /// <exception cref="XmpException">It is no such packet.</exception>
    /// <exception cref="XmlException">It is not well-formed.</exception>
    public static XmpFields? Of(byte[] bytes)
    {
        var packet = bytes.AsSpan().TrimEnd((byte)0).ToArray();
        return packet.Length <= MaxBytes && IsFlat(packet) ? new XmpFields(XmpMetaFactory.ParseFromBuffer(packet)) : null;
    }

    /// <summary>A simple property.</summary>
    /// <param name="nameSpace">One of <see cref="XmpConstants"/>.</param>
    /// <param name="name">Without a prefix.</param>
    public string? Text(string nameSpace, string name) =>
        packet.DoesPropertyExist(nameSpace, name) ? packet.GetProperty(nameSpace, name)?.Value : null;

    /// <summary>The first item of a list, or the first language of a text in several.</summary>
    /// <param name="nameSpace">One of <see cref="XmpConstants"/>.</param>
    /// <param name="name">Without a prefix.</param>
    public string? First(string nameSpace, string name) =>
        packet.DoesArrayItemExist(nameSpace, name, 1) ? packet.GetArrayItem(nameSpace, name, 1)?.Value : null;

    /// <summary>Whether it says where the picture was taken.</summary>
    public bool HasPlace => Array.Exists(Places, place => packet.DoesPropertyExist(place.Namespace, place.Name));

    private static bool IsFlat(byte[] packet)
    {
        using var reader = XmlReader.Create(
            new MemoryStream(packet), new XmlReaderSettings { DtdProcessing = DtdProcessing.Prohibit, XmlResolver = null });
        while (reader.Read())
        {
            if (reader.Depth > MaxLevels)
                return false;
        }

        return true;
    }
}
