using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Pantomet.Server.Hosting;

/// <summary>Reads a request's body as text, up to a length.</summary>
internal static class RequestText
{
    /// <summary>The longest text that is read, in bytes.</summary>
    public const int MaxBytes = 10_000_000;

    public static async Task<(string? Text, ProblemHttpResult? Problem)> ReadAsync(HttpContext context, CancellationToken cancel)
    {
        using var body = new MemoryStream();
        var buffer = new byte[1 << 16];
        for (int read; (read = await context.Request.Body.ReadAsync(buffer, cancel)) > 0;)
        {
            body.Write(buffer, 0, read);
            if (body.Length > MaxBytes)
                return (null, Problems.Of(
                    StatusCodes.Status413PayloadTooLarge, "too-long", "Too long",
                    $"The text has more than {MaxBytes / 1_000_000} MB. Send a shorter one."));
        }

        // A byte order mark is no part of the text.
        return (Encoding.UTF8.GetString(body.GetBuffer(), 0, (int)body.Length).TrimStart('\uFEFF'), null);
    }
}
