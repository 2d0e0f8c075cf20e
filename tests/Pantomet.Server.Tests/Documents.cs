using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests;

/// <summary>Small invented destinations.</summary>
internal static class Documents
{
    /// <summary>A destination of slots that each make JPEGs of some widths in a free shape.</summary>
    public static JsonNode Of(string id, params (string Slot, int[] Widths)[] slots) => JsonNode.Parse($$"""
        {"format":"pantomet-destination-1","id":"{{id}}","name":"{{id}}","kind":"site","slots":[{{string.Join(',', slots.Select(slot =>
            $$"""{"id":"{{slot.Slot}}","name":"{{slot.Slot.Split('.')[^1]}}","shape":"free","sizes":{"widths":[{{string.Join(
                ',', slot.Widths)}}]},"formats":["jpeg"]}"""))}}]}
        """)!;
}
