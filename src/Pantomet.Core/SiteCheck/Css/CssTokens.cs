using System.Globalization;
using System.Text;

namespace Pantomet.Core.SiteCheck.Css;

/// <summary>Parts CSS into tokens, whatever it is.</summary>
/// <remarks>CSS Syntax 3, §4 (https://www.w3.org/TR/css-syntax-3/#tokenization).</remarks>
public static class CssTokens
{
    /// <summary>Parts a text.</summary>
    /// <param name="text">Any.</param>
    public static IReadOnlyList<CssToken> Of(string text)
    {
        var reader = new Reader(text.ReplaceLineEndings("\n").Replace('\0', '\uFFFD'));
        var tokens = new List<CssToken>();
        while (reader.Next() is { } token)
            tokens.Add(token);
        return tokens;
    }

    /// <summary>Parts tokens at their commas, those within blocks and functions left out.</summary>
    /// <param name="tokens">Any; without a comma they are one part.</param>
    public static IReadOnlyList<IReadOnlyList<CssToken>> AtCommas(IReadOnlyList<CssToken> tokens)
    {
        var (parts, part, depth) = (new List<IReadOnlyList<CssToken>>(), new List<CssToken>(), 0);
        foreach (var token in tokens)
        {
            depth += DepthOf(token);
            if (token.Kind == CssTokenKind.Comma && depth == 0)
            {
                parts.Add(part);
                part = [];
            }
            else
            {
                part.Add(token);
            }
        }

        return [.. parts, part];
    }

    /// <summary>By how much a token goes deeper into blocks: 1, 0 or −1.</summary>
    /// <param name="token">Any.</param>
    public static int DepthOf(CssToken token) => token.Kind switch
    {
        CssTokenKind.Open or CssTokenKind.Function => 1,
        CssTokenKind.Close => -1,
        _ => 0,
    };

    /// <summary>Without white space at either end.</summary>
    /// <param name="tokens">Any.</param>
    public static IReadOnlyList<CssToken> Trimmed(IReadOnlyList<CssToken> tokens)
    {
        var (first, end) = (0, tokens.Count);
        while (first < end && tokens[first].Kind == CssTokenKind.Whitespace)
            first++;
        while (end > first && tokens[end - 1].Kind == CssTokenKind.Whitespace)
            end--;
        return [.. tokens.Skip(first).Take(end - first)];
    }

    private sealed class Reader(string text)
    {
        private int at;

        private char Here => Ahead(0);

        public CssToken? Next()
        {
            while (Here == '/' && Ahead(1) == '*')
            {
                var end = text.IndexOf("*/", at + 2, StringComparison.Ordinal);
                at = end < 0 ? text.Length : end + 2;
            }

            if (at >= text.Length)
                return null;
            var sign = Here;
            if (IsSpace(sign))
            {
                while (IsSpace(Here))
                    at++;
                return new CssToken(CssTokenKind.Whitespace, " ");
            }

            if (BeginsNumber())
                return Numeric();
            if (BeginsName(0))
                return Named();
            at++;
            return sign switch
            {
                '"' or '\'' => Quoted(sign),
                ',' => new CssToken(CssTokenKind.Comma, ","),
                '(' or '[' or '{' => new CssToken(CssTokenKind.Open, $"{sign}"),
                ')' or ']' or '}' => new CssToken(CssTokenKind.Close, $"{sign}"),
                '#' or '@' when IsName(Here) || BeginsName(0) => new CssToken(CssTokenKind.Other, Name()),
                _ => new CssToken(CssTokenKind.Sign, $"{sign}"),
            };
        }

        private CssToken Numeric()
        {
            var start = at;
            if (Here is '+' or '-')
                at++;
            Digits();
            if (Here == '.' && char.IsAsciiDigit(Ahead(1)))
            {
                at++;
                Digits();
            }

            if (Here is 'e' or 'E' && (char.IsAsciiDigit(Ahead(1)) || (Ahead(1) is '+' or '-' && char.IsAsciiDigit(Ahead(2)))))
            {
                at += 2;
                Digits();
            }

            var number = double.Parse(text.AsSpan(start, at - start), NumberStyles.Float, CultureInfo.InvariantCulture);
            if (BeginsName(0))
                return new CssToken(CssTokenKind.Dimension, Name().ToLowerInvariant(), number);
            if (Here != '%')
                return new CssToken(CssTokenKind.Number, "", number);
            at++;
            return new CssToken(CssTokenKind.Percentage, "%", number);
        }

        private CssToken Named()
        {
            var name = Name().ToLowerInvariant();
            if (Here != '(')
                return new CssToken(CssTokenKind.Ident, name);
            at++;
            var behind = at;
            while (IsSpace(Ahead(behind - at)))
                behind++;
            var isAddress = name == "url" && (behind >= text.Length || text[behind] is not ('"' or '\''));
            if (!isAddress)
                return new CssToken(CssTokenKind.Function, name);
            var end = text.IndexOf(')', at);
            at = end < 0 ? text.Length : end + 1;
            return new CssToken(CssTokenKind.Other, name);
        }

        private CssToken Quoted(char quote)
        {
            for (; at < text.Length; at++)
            {
                if (text[at] == quote)
                {
                    at++;
                    return new CssToken(CssTokenKind.Other, "");
                }

                if (text[at] == '\n')
                    return new CssToken(CssTokenKind.Bad, "");
                if (text[at] == '\\')
                    at++;
            }

            at = Math.Min(at, text.Length);
            return new CssToken(CssTokenKind.Other, "");
        }

        private string Name()
        {
            var name = new StringBuilder();
            while (at < text.Length)
            {
                if (IsName(Here))
                    name.Append(text[at++]);
                else if (IsEscape(0))
                    name.Append(Escaped());
                else
                    break;
            }

            return name.ToString();
        }

        private string Escaped()
        {
            at++;
            if (at >= text.Length)
                return "\uFFFD";
            if (!char.IsAsciiHexDigit(Here))
                return $"{text[at++]}";
            var start = at;
            while (at - start < 6 && char.IsAsciiHexDigit(Here))
                at++;
            var code = int.Parse(text.AsSpan(start, at - start), NumberStyles.HexNumber, CultureInfo.InvariantCulture);
            if (IsSpace(Here))
                at++;
            return Rune.IsValid(code) && code != 0 ? new Rune(code).ToString() : "\uFFFD";
        }

        private void Digits()
        {
            while (char.IsAsciiDigit(Here))
                at++;
        }

        private bool BeginsNumber()
        {
            var first = Here is '+' or '-' ? 1 : 0;
            return char.IsAsciiDigit(Ahead(first)) || (Ahead(first) == '.' && char.IsAsciiDigit(Ahead(first + 1)));
        }

        private bool BeginsName(int from) => Ahead(from) == '-'
            ? IsNameStart(Ahead(from + 1)) || Ahead(from + 1) == '-' || IsEscape(from + 1)
            : IsNameStart(Ahead(from)) || IsEscape(from);

        private bool IsEscape(int from) => Ahead(from) == '\\' && at + from + 1 <= text.Length && Ahead(from + 1) != '\n';

        private char Ahead(int by) => at + by < text.Length ? text[at + by] : '\0';

        private static bool IsSpace(char sign) => sign is ' ' or '\t' or '\n' or '\f';

        private static bool IsNameStart(char sign) => char.IsAsciiLetter(sign) || sign == '_' || sign >= 0x80;

        private static bool IsName(char sign) => IsNameStart(sign) || char.IsAsciiDigit(sign) || sign == '-';
    }
}
