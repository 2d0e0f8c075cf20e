using System.Globalization;
using System.Text.RegularExpressions;

namespace Pantomet.Core.SiteCheck;

/// <summary>A <c>srcset</c> attribute, read as browsers read it: what is wrong costs the candidate that it is in, and no other.</summary>
/// <remarks>WHATWG HTML, "parsing a srcset attribute":
/// https://html.spec.whatwg.org/multipage/images.html#parsing-a-srcset-attribute (steps numbered as there).</remarks>
/// <param name="Candidates">In their order.</param>
/// <param name="Errors">What the standard calls parse errors, a sentence each.</param>
public sealed partial record Srcset(IReadOnlyList<SrcsetCandidate> Candidates, IReadOnlyList<string> Errors)
{
    /// <summary>Reads one.</summary>
    /// <param name="attribute">Any text; the time is in proportion to its length.</param>
    public static Srcset Read(string attribute)
    {
        var (candidates, errors, at) = (new List<SrcsetCandidate>(), new List<string>(), 0);
        while (true)
        {
            // Step 4: what stands between two candidates.
            var commas = 0;
            for (; at < attribute.Length && (IsSpace(attribute[at]) || attribute[at] == ','); at++)
                commas += attribute[at] == ',' ? 1 : 0;
            if (commas > 0)
                errors.Add("There is a comma where an address is expected.");
            if (at == attribute.Length)
                return new Srcset(candidates, errors);
            var start = at;
            while (at < attribute.Length && !IsSpace(attribute[at]))
                at++;
            var address = attribute[start..at];
            List<string> descriptors = [];
            if (address.EndsWith(','))
            {
                var whole = address.TrimEnd(',');
                if (address.Length - whole.Length > 1)
                    errors.Add($"There is more than one comma behind {Shortened(whole)}.");
                address = whole;
            }
            else
            {
                (descriptors, at) = Descriptors(attribute, at);
            }

            if (Described(address, descriptors, errors) is { } candidate)
                candidates.Add(candidate);
        }
    }

    // Step 8, the tokeniser: commas within parentheses do not end a candidate.
    private static (List<string> Descriptors, int At) Descriptors(string attribute, int at)
    {
        var (found, start, isInParentheses) = (new List<string>(), at, false);
        for (; at < attribute.Length; at++)
        {
            var sign = attribute[at];
            if (isInParentheses)
            {
                isInParentheses = sign != ')';
            }
            else if (sign == '(')
            {
                isInParentheses = true;
            }
            else if (sign == ',')
            {
                Take(at);
                return (found, at + 1);
            }
            else if (IsSpace(sign))
            {
                Take(at);
                start = at + 1;
            }
        }

        Take(at);
        return (found, at);

        void Take(int end)
        {
            if (end > start)
                found.Add(attribute[start..end]);
        }
    }

    // Steps 9 to 16, the descriptor parser.
    private static SrcsetCandidate? Described(string address, List<string> descriptors, List<string> errors)
    {
        var (width, height, density) = ((int?)null, (int?)null, (double?)null);
        foreach (var one in descriptors)
        {
            var number = one[..^1];
            if (one[^1] == 'w' && Digits().IsMatch(number) && width is null && density is null && WholeOf(number) is > 0 and var wide)
                width = wide;
            else if (one[^1] == 'x' && FloatingPoint().IsMatch(number) && width is null && density is null && height is null &&
                double.Parse(number, CultureInfo.InvariantCulture) is >= 0 and var dense)
                density = dense;
            else if (one[^1] == 'h' && Digits().IsMatch(number) && height is null && density is null && WholeOf(number) is > 0 and var high)
                height = high;
            else
                return Wrong(
                    $"\"{Shortened(one)}\" behind {Shortened(address)} is no descriptor that may stand there, so browsers leave it out.");
        }

        if (height is not null)
        {
            // A height is for the future, and is no descriptor without a width.
            errors.Add($"{Shortened(address)} has a height descriptor, which browsers do not use.");
            if (width is null)
                return null;
        }

        return new SrcsetCandidate(address, width, density);

        SrcsetCandidate? Wrong(string sentence)
        {
            errors.Add(sentence);
            return null;
        }
    }

    // More than any picture has is as good as that many.
    private static int WholeOf(string digits) => int.TryParse(digits, CultureInfo.InvariantCulture, out var number) ? number : int.MaxValue;

    private static bool IsSpace(char sign) => sign is ' ' or '\t' or '\n' or '\f' or '\r';

    private static string Shortened(string text) => text.Length <= 60 ? text : $"{text[..59]}…";

    // "Valid non-negative integer" and "valid floating-point number" of the standard.
    [GeneratedRegex("^[0-9]+$")]
    private static partial Regex Digits();

    [GeneratedRegex(@"^-?(?:[0-9]+(?:\.[0-9]+)?|\.[0-9]+)(?:[eE][+-]?[0-9]+)?$")]
    private static partial Regex FloatingPoint();
}
