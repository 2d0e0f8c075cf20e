using System.Text.Json;
using System.Text.Json.Serialization;

namespace Pantomet.Core.Destinations;

/// <summary>
/// A part of a document that keeps members it does not know, so that what another program or a newer version wrote is not lost.
/// </summary>
public abstract record OpenDocument
{
    /// <summary>Members that this version does not know, as they came.</summary>
    [JsonExtensionData]
    public Dictionary<string, JsonElement>? Unknown { get; set; }
}
