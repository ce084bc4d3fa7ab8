using System.Globalization;
using System.Text.RegularExpressions;
using Irvak.Core.Aims;
using Irvak.Core.Memory;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Quick;

/// <summary>A stretch of a line, in characters from its beginning.</summary>
public sealed record LineSpan(int Start, int Length);

/// <summary>Words that name a machine, its place or its use: whoever reads the line looks for them among what is known.</summary>
/// <param name="IsPlace">True after "at", "in" or "into".</param>
public sealed record LinePhrase(string Text, LineSpan At, bool IsPlace);

/// <summary>
/// What is to be done, in the words of who begins a job: "two 16 gb modules for the file share at mewstone, it swaps at night". What is
/// not understood is named or kept, never guessed; the line changes no number.
/// </summary>
/// <param name="Understood">Stretches that mean something to Irvak, in their order.</param>
/// <param name="Modules">Labels of the modules it names, one line each as <see cref="ModuleLines"/> reads them; null for
/// none.</param>
/// <param name="WishGiB">Memory wished in all.</param>
/// <param name="SpaceTB">Space wished that can be used.</param>
/// <param name="Phrases">What is left of it, as names.</param>
/// <param name="Reason">Why, as it was written; null where no reason was given.</param>
public sealed partial record PlainLine(
    IReadOnlyList<LineSpan> Understood,
    IReadOnlyList<Purpose> Purposes,
    string? Modules,
    int? WishGiB,
    double? SpaceTB,
    IReadOnlyList<LinePhrase> Phrases,
    string? Reason
)
{
    public const int Most = 300;

    /// <summary>Drives it names; empty for none.</summary>
    public IReadOnlyList<PlainParts> Drives { get; init; } = [];

    /// <summary>Failed drives to survive; null where it says nothing of them.</summary>
    public int? Failures { get; init; }

    /// <summary>What was understood, in words.</summary>
    public required IReadOnlyList<string> Read { get; init; }

    /// <summary>What the line could have told and did not, in words.</summary>
    public required IReadOnlyList<string> NotSaid { get; init; }

    /// <summary>A title made of it; empty for an empty line.</summary>
    public required string Title { get; init; }

    /// <summary>Reads what was typed; never throws.</summary>
    public static PlainLine Of(string? typed)
    {
        var line = (typed ?? "").Length > Most ? typed![..Most] : typed ?? "";
        var taken = new Covered(line.Length);
        var failures = PlainAmounts
            .Failures(line)
            .Where(f => f.Drives is >= 1 and <= 100 && taken.Take(f.At))
            .Select(f => f.Drives)
            .ToList();
        var drives = PlainAmounts.Drives(line).Where(d => taken.Take(d.At)).Select(d => d.Parts).ToList();
        var modules = PlainAmounts.Modules(line, drives.Count > 0).Where(m => taken.Take(m.At)).Select(m => m.Parts).ToList();
        // Of two totals nobody knows which is meant: the first counts.
        var wish = PlainAmounts.Totals(line).Where(t => t.GiB is >= 1 and <= 1_048_576 && taken.Take(t.At)).Select(t => t.GiB).ToList();
        var space = PlainAmounts.Spaces(line).Where(t => t.TB is > 0 and <= 1_000_000 && taken.Take(t.At)).Select(t => t.TB).ToList();
        var purposes = new SortedSet<Purpose>();
        if (modules.Count + wish.Count > 0)
            purposes.Add(Purpose.Memory);
        if (drives.Count + space.Count + failures.Count > 0)
            purposes.Add(Purpose.Drives);
        foreach (var (words, tell) in PlainWords.Rows)
        foreach (Match m in words.Matches(line))
            if (!Denied().IsMatch(line[..m.Index]) && taken.Take(m))
                purposes.UnionWith(tell);
        foreach (var (at, size, isTB) in PlainAmounts.Alone(line))
            if (!isTB && purposes.Contains(Purpose.Memory) && modules.Count + wish.Count == 0 && size >= 1 && taken.Take(at))
                wish.Add(size);
            // Memory is told in GB: what is told in TB is space, unless the line is about memory alone.
            else if (
                isTB
                && (purposes.Contains(Purpose.Drives) || !purposes.Contains(Purpose.Memory))
                && space.Count == 0
                && size > 0
                && taken.Take(at)
            )
            {
                space.Add(size);
                purposes.Add(Purpose.Drives);
            }
        if (purposes.Contains(Purpose.Everything))
            purposes.IntersectWith([Purpose.Everything]);
        var (reason, from) = ReasonOf(line, taken);
        var phrases = PhrasesOf(line, taken, from);
        return new(
            taken.Spans(),
            [.. purposes],
            Labels(modules),
            wish.Count > 0 ? (int)wish[0] : null,
            space.Count > 0 ? space[0] : null,
            phrases,
            reason
        )
        {
            Drives = drives,
            Failures = failures.Count > 0 ? failures[0] : null,
            Read = [.. Words(purposes, modules, drives, wish, space), .. failures.Take(1).Select(f => $"survives {f} failed")],
            NotSaid = Missing(purposes, modules, drives, wish, space),
            Title = TitleOf(line, phrases, purposes),
        };
    }

    /// <summary>Kits are read to sixteen pieces: more are several lines.</summary>
    private static string? Labels(List<PlainParts> modules) =>
        modules.Count == 0
            ? null
            : string.Join(
                '\n',
                modules.SelectMany(m => Enumerable.Repeat(16, m.Count / 16).Append(m.Count % 16).Where(n => n > 0).Select(n => Label(m, n)))
            );

    private static string Label(PlainParts m, int count) =>
        $"{(count > 1 ? $"{count} x " : "")}{m.Size?.ToString(CultureInfo.InvariantCulture)} GB {Apart().Replace(m.Kind, ", ")}".Trim();

    // A word after a rate is none of its letters: "2666 so-dimm" is no bin SO.
    [GeneratedRegex(@"\s+")]
    private static partial Regex Apart();

    private static List<string> Words(
        SortedSet<Purpose> purposes,
        List<PlainParts> modules,
        List<PlainParts> drives,
        List<double> wish,
        List<double> space
    )
    {
        var inv = CultureInfo.InvariantCulture;
        List<string> read = [.. purposes.Select(p => PurposeTable.Of(p).Words)];
        read.AddRange(modules.Select(m => $"{m.Count} × {m.Size?.ToString(inv)} GiB"));
        read.AddRange(
            drives.Select(d => d.Size is { } s ? $"{d.Count} × {s.ToString(inv)} {d.Unit}" : Say.Count(d.Count, "drive", "drives"))
        );
        read.AddRange(wish.Take(1).Select(w => $"{w.ToString(inv)} GiB in all"));
        read.AddRange(space.Take(1).Select(s => $"{s.ToString(inv)} TB usable"));
        return read;
    }

    private static List<string> Missing(
        SortedSet<Purpose> purposes,
        List<PlainParts> modules,
        List<PlainParts> drives,
        List<double> wish,
        List<double> space
    )
    {
        var missing = new List<string>();
        if (purposes.Contains(Purpose.Memory) && modules.Count + wish.Count == 0)
            missing.Add("how much memory");
        var labels = modules.ConvertAll(m => ModuleLabel.Read(Label(m, m.Count)).Module);
        // "ecc" says half of it.
        foreach (var (label, parts) in labels.Zip(modules).Where(l => l.First.Type is null).Take(1))
            missing.Add(
                parts.Kind.Contains("ecc", StringComparison.OrdinalIgnoreCase) && label.Form is null
                    ? "unbuffered or registered"
                    : "with ECC or not"
            );
        if (labels.Exists(l => l.Form is null))
            missing.Add("DIMM or SO-DIMM");
        if (labels.Exists(l => l.RateMTs is null))
            missing.Add("which rate");
        if (purposes.Contains(Purpose.Drives) && drives.Count + space.Count == 0)
            missing.Add("how many drives or how much space");
        if (drives.Exists(d => d.Size is null))
            missing.Add("how large the drives are");
        return missing;
    }

    /// <summary>The first clause after the beginning that is no name of a place and holds no figure.</summary>
    private static (string? Reason, LineSpan? At) ReasonOf(string line, Covered taken)
    {
        foreach (Match m in Clause().Matches(line))
        {
            var text = m.Groups["text"];
            if (text.Length == 0 || PlaceFirst().IsMatch(text.Value) || taken.IsWhole(text.Index, text.Length, line) || HasFigure(text))
                continue;
            return (Subject().Replace(text.Value, "").Trim().TrimEnd('.'), new(text.Index, text.Length));
        }
        return (null, null);

        bool HasFigure(Group text) =>
            PlainAmounts.Modules(text.Value, false).Any() || PlainAmounts.Drives(text.Value).Any(d => d.Parts.Size > 0);
    }

    /// <summary>Words in a row that nothing else took, and that are no fillers.</summary>
    private static List<LinePhrase> PhrasesOf(string line, Covered taken, LineSpan? reason)
    {
        var phrases = new List<LinePhrase>();
        List<Match> row = [];
        var isPlace = false;
        foreach (Match m in Word().Matches(line))
        {
            var free = !taken.Any(m.Index, m.Length) && !(reason is { } r && m.Index >= r.Start && m.Index < r.Start + r.Length);
            var apart = row.Count > 0 && line[(row[^1].Index + row[^1].Length)..m.Index].Any(c => c is ',' or ';' or ':' or '.');
            // "8" of "sound 8" is part of a name; a filler ends one.
            if (!free || apart || PlainWords.Fillers.Contains(m.Value))
                End();
            if (free && PlaceWord().IsMatch(m.Value))
                isPlace = true;
            else if (!free || m.Value.Equals("for", StringComparison.OrdinalIgnoreCase))
                isPlace = false;
            if (free && !PlainWords.Fillers.Contains(m.Value))
                row.Add(m);
        }
        End();
        return phrases;

        void End()
        {
            if (row.Count > 0 && row.Exists(m => m.Value.Any(char.IsLetter)))
            {
                var (from, to) = (row[0].Index, row[^1].Index + row[^1].Length);
                phrases.Add(new(line[from..to], new(from, to - from), isPlace));
                isPlace = false;
            }
            row.Clear();
        }
    }

    private static string TitleOf(string line, List<LinePhrase> phrases, SortedSet<Purpose> purposes)
    {
        var about = string.Join(", ", phrases.OrderBy(p => !p.IsPlace).Take(2).Select(p => p.Text));
        var words = string.Join(", ", purposes.Select(p => PurposeTable.Of(p).Words.ToLowerInvariant()));
        var title =
            about.Length > 0 && words.Length > 0 ? $"{about}: {words}"
            : about.Length + words.Length > 0 ? about + words
            : line.Trim();
        title = title.Length > Contracts.JobNames.MostTitle ? title[..Contracts.JobNames.MostTitle] : title;
        return title.Length == 0 ? "" : char.ToUpper(title[0], CultureInfo.InvariantCulture) + title[1..];
    }

    [GeneratedRegex(@"\b(?:no|not|without|never|nothing\s+about)\s+(?:(?:new|more|any|the)\s+)*$", RegexOptions.IgnoreCase)]
    private static partial Regex Denied();

    [GeneratedRegex(@"(?:[,;:–—]|\bbecause\b|\bsince\b)\s*(?<text>[^,;:–—]*)", RegexOptions.IgnoreCase)]
    private static partial Regex Clause();

    [GeneratedRegex(@"^\s*(?:at|in|into|on|for|to|and)\b", RegexOptions.IgnoreCase)]
    private static partial Regex PlaceFirst();

    [GeneratedRegex(@"^\s*(?:it|that|he|she|they|because|since)\s+", RegexOptions.IgnoreCase)]
    private static partial Regex Subject();

    [GeneratedRegex(@"[\p{L}\p{N}][\p{L}\p{N}._’'-]*")]
    private static partial Regex Word();

    [GeneratedRegex(@"^(?:at|in|into|on)$", RegexOptions.IgnoreCase)]
    private static partial Regex PlaceWord();

    /// <summary>Which characters of a line something took; what is taken first stays taken.</summary>
    private sealed class Covered(int length)
    {
        private readonly bool[] _by = new bool[length];

        private readonly List<LineSpan> _spans = [];

        public bool Any(int start, int length) => _by.AsSpan(start, length).Contains(true);

        public bool Take(Match m)
        {
            if (m.Length == 0 || Any(m.Index, m.Length))
                return false;
            _by.AsSpan(m.Index, m.Length).Fill(true);
            _spans.Add(new(m.Index, m.Length));
            return true;
        }

        /// <summary>True when all its words were taken.</summary>
        public bool IsWhole(int start, int length, string line) =>
            Word().Matches(line.Substring(start, length)).All(m => Any(start + m.Index, m.Length) || PlainWords.Fillers.Contains(m.Value));

        public IReadOnlyList<LineSpan> Spans() => [.. _spans.OrderBy(s => s.Start)];
    }
}
