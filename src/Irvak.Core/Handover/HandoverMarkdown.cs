using System.Text;
using Irvak.Core.Steps;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Handover;

/// <summary>The page as Markdown, in the order in which the screen shows it.</summary>
public static class HandoverMarkdown
{
    public static string Of(HandoverPage page)
    {
        var text = new StringBuilder();
        text.Append(
            $"# {Cell(page.Job.Title)}\n\n{Cell(page.Machine)} · Job "
                + $"{Cell(page.Job.Number)}{(page.Job.Owner.Length > 0 ? " · " + Cell(page.Job.Owner) : "")}\n\n{Cell(page.Lead)}\n"
        );
        Table(text, "Open when it was handed over", ["What", "Where"], page.Open.Select(o => new[] { o.Word, o.Sentence }));
        List(text, "What was done", page.Done.DefaultIfEmpty("nothing"));
        Table(
            text,
            "What was wished",
            ["What", "Wish", "Reached"],
            page.Wished.Select(w => new[] { w.What, w.Wish, w.Reached + (w.IsMet == false ? ", not met" : "") })
        );
        List(text, "What to watch", page.Watch.Select(w => w.Sentence + (w.AsFoundToo ? " It was so before." : "")));
        List(text, "Entered in the firmware", page.Settings);
        Table(text, "Noted", ["About", "Note"], page.Notes.Select(n => new[] { n.About, n.Text }));
        Table(
            text,
            "Drives that left, and what became of their data",
            ["Drive", "Data", "By"],
            page.Fates.Select(f => new[] { f.Drive, f.Fate, By(f.By) })
        );
        text.Append($"\n## Parts off the maker’s list\n\nPolicy of this job: {page.Policy}\n");
        if (page.OffList.Count == 0)
            text.Append("\nNone.\n");
        else
            Rows(
                text,
                ["Part", "Place", "Evidence", "Warranty"],
                page.OffList.Select(o => new[] { o.Part, Say.Slots(o.Places), o.Evidence, o.Remark })
            );
        Table(
            text,
            "Expected and seen",
            ["Where", "What", "Expected", "Seen", "By"],
            page.Lines.Select(l => new[] { l.Screen, l.What, l.Expected, $"{l.Seen ?? "–"} {l.Remark}".TrimEnd(), l.By })
        );
        if (page.LeftAside is { } aside)
            text.Append($"\n{aside}\n");
        Table(text, "New parts", ["Place", "What", "Serial"], page.CameIn.Select(p => new[] { p.Place.Name, p.Part, p.Serial ?? "–" }));
        text.Append("\n## Old parts\n");
        if (page.Left.Count == 0)
            text.Append("\nNone left the machine.\n");
        else
            Rows(
                text,
                ["From", "What", "Serial", "Lies in"],
                page.Left.Select(p => new[] { p.Place.Name, p.Part, p.Serial ?? "–", p.LiesIn ?? "–" })
            );
        if (page.HandedOver is { } done)
            text.Append($"\n{Cell(done.Who)} {Cell(done.Wording)}, {Day(done.When)}.\n");
        return text.ToString();
    }

    private static string By(Tick? tick) => tick is null ? "" : $"{tick.Who}, {Day(tick.When)}";

    private static string Day(DateTimeOffset when) => when.ToString("yyyy-MM-dd");

    private static void List(StringBuilder text, string head, IEnumerable<string> lines)
    {
        var all = lines.ToList();
        if (all.Count == 0)
            return;
        text.Append($"\n## {head}\n\n");
        foreach (var line in all)
            text.Append($"- {Cell(line)}\n");
    }

    private static void Table(StringBuilder text, string head, string[] columns, IEnumerable<string[]> rows)
    {
        var all = rows.ToList();
        if (all.Count == 0)
            return;
        text.Append($"\n## {head}\n");
        Rows(text, columns, all);
    }

    private static void Rows(StringBuilder text, string[] columns, IEnumerable<string[]> rows)
    {
        text.Append($"\n| {string.Join(" | ", columns)} |\n|{string.Concat(Enumerable.Repeat(" --- |", columns.Length))}\n");
        foreach (var row in rows)
            text.Append($"| {string.Join(" | ", row.Select(Cell))} |\n");
    }

    /// <summary>Text as it stands: what Markdown would read as a mark is written out.</summary>
    private static string Cell(string text)
    {
        var plain = Say.Plain(text).ReplaceLineEndings(" ");
        var cell = new StringBuilder(plain.Length);
        foreach (var c in plain)
        {
            if (c is '\\' or '|' or '*' or '_' or '`' or '#' or '<' or '>' or '[' or ']')
                cell.Append('\\');
            cell.Append(c);
        }
        return cell.ToString();
    }
}
