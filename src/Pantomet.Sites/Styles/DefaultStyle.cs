namespace Pantomet.Sites.Styles;

/// <summary>What browsers do with elements that no style sheet speaks of, as far as it moves a width.</summary>
/// <remarks>WHATWG HTML, §15 "Rendering": https://html.spec.whatwg.org/multipage/rendering.html.</remarks>
internal static class DefaultStyle
{
    public const string Text =
        """
        html, body, address, blockquote, center, dialog, div, figure, figcaption, footer, form, header, hr, legend, listing, main, p,
        plaintext, pre, search, xmp, article, aside, h1, h2, h3, h4, h5, h6, hgroup, nav, section, dir, dd, dl, dt, menu, ol, ul,
        fieldset, details, summary, optgroup, option, frameset, frame { display: block }
        area, base, basefont, datalist, head, link, meta, noembed, noframes, param, rp, script, style, template, title, noscript,
        dialog:not([open]), [hidden], source, track, input[type="hidden"] { display: none }
        li { display: list-item }
        slot { display: contents }
        table { display: table } caption { display: table-caption } thead, tbody, tfoot { display: table-row-group }
        tr { display: table-row } td, th { display: table-cell } colgroup, col { display: table-column }
        ruby { display: ruby } rt { display: ruby-text }
        input, select, button, textarea, meter, progress { display: inline-block; box-sizing: border-box }
        input[type="image"] { box-sizing: content-box }
        body { margin: 8px }
        blockquote, figure { margin: 1em 40px }
        dd { margin-left: 40px }
        dir, menu, ol, ul { padding-left: 40px }
        fieldset { margin-left: 2px; margin-right: 2px; border: 2px groove; padding: 0.35em 0.75em 0.625em }
        hr { margin: 0.5em auto; border: 1px inset }
        td, th { padding: 1px }
        h1 { font-size: 2em } h2 { font-size: 1.5em } h3 { font-size: 1.17em } h5 { font-size: 0.83em } h6 { font-size: 0.67em }
        :is(article, aside, nav, section) h1 { font-size: 1.5em }
        :is(article, aside, nav, section) :is(article, aside, nav, section) h1 { font-size: 1.17em }
        big { font-size: larger } small, sub, sup { font-size: smaller }
        input, select, button, textarea { font-size: 13.3333px }
        pre, code, kbd, samp, tt, listing, xmp, plaintext { font-family: monospace }
        """;
}
