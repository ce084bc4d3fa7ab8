using System.Globalization;
using Irvak.Core.Aims;
using Irvak.Core.Distances;
using Irvak.Core.Plans;
using Irvak.Core.Verdicts;
using Irvak.Core.Volumes;

namespace Irvak.Core.Handover;

/// <summary>What was wished, and what came of it.</summary>
/// <param name="What">What it is about.</param>
/// <param name="Reached">As planned and built; "not known" where nobody knows.</param>
/// <param name="IsMet">Null where it is not known.</param>
public sealed record WishedLine(string What, string Wish, string Reached, bool? IsMet);

/// <summary>The wishes of a job for the page that the owner gets.</summary>
public static class WishedLines
{
    /// <summary>Each wish as an owner calls it, with the distance that answers it.</summary>
    private static readonly (string Name, string Distance, string Unit, bool IsLimit, Func<Aim, double?> Wish)[] Wishes =
    [
        ("Memory", "Memory", "GiB", false, a => a.MemoryGiB),
        ("Usable space", "Usable", "TB", false, a => a.UsableTB),
        ("Failed drives survived", "Survives", "drives", false, a => a.Failures),
        ("Chance of a loss in 5 years", "Loss in 5 years", "%", true, a => a.LossPercent),
        ("Read at the user’s end", "Reads at best", "MB/s", false, a => a.ReadMBs?.MegabytesPerSecond),
        ("Write at the user’s end", "Writes at best", "MB/s", false, a => a.WriteMBs?.MegabytesPerSecond),
        ("Money", "Money", "EUR", true, a => (double?)a.MoneyLimitEur),
        ("Machine off", "Machine off", "h", true, a => a.AwayHours),
        ("All at work", "At work", "W", true, a => a.Watts),
    ];

    public static IReadOnlyList<WishedLine> Of(JobState state, Evaluation evaluation) =>
        [
            .. Wishes
                .Where(w => w.Wish(state.Aim) is not null)
                .Select(w =>
                    Line(w.Name, w.Unit, w.IsLimit, w.Wish(state.Aim)!.Value, evaluation.Ledge.FirstOrDefault(d => d.Name == w.Distance))
                ),
            .. evaluation.Volumes.Select(v => Line(v, state.Aim.Ahead)),
            .. state.Aim.PromisedFor is { } day ? new[] { Promised(day, state.HandedOver) } : [],
        ];

    private static WishedLine Line(string name, string unit, bool isLimit, double wish, Distance? d)
    {
        bool? met = d?.Planned is { } planned
            ? isLimit
                ? planned <= wish
                : planned >= wish
            : null;
        // Of a limit the least that is known may be past it already.
        if (met is null && isLimit && d?.AtLeast > wish)
            met = false;
        return new(
            name,
            (isLimit ? "at most " : "") + Words(wish, unit),
            d?.Planned is { } value ? Words(value, unit, isLimit)
                : d?.AtLeast is { } some ? "at least " + Words(some, unit)
                : "not known",
            met
        );
    }

    private static WishedLine Line(VolumeFigures v, int years)
    {
        var home = v.Planned;
        var wish = v.WishTB ?? v.NowTB;
        var reached = home switch
        {
            null => "no array is its own",
            { UsableTB: null } => $"array {home.Array}, of space not known",
            _ => $"array {home.Array}, {Words(home.UsableTB.Value, "TB")}"
                + (home.FullInYears is { } full and > 0 ? $", full in {Number(full)} years" : ""),
        };
        return new(
            $"Volume {v.Volume.Name}",
            (
                wish is { } tb
                    ? Words(tb, "TB") + (v.WishTB is null ? " now" : $" in {Say.Count(years, "year", "years")}")
                    : "its space nobody said"
            )
                + (v.Volume.Scratch ? ", scratch" : "")
                + (v.Volume.BackedUpTo is { } backup ? $"; backed up to {backup}" : "; where it is backed up nobody said"),
            reached,
            v.WishTB is { } need && home?.UsableTB is { } usable ? usable >= need : null
        );
    }

    private static WishedLine Promised(DateOnly day, Steps.Tick? handedOver)
    {
        if (handedOver is not { } tick)
            return new("Promised for", SetPromise.Words(day), "not handed over yet", null);
        var on = DateOnly.FromDateTime(tick.When.LocalDateTime);
        return new("Promised for", SetPromise.Words(day), "handed over " + SetPromise.Words(on), on <= day);
    }

    /// <param name="up">Rounded up: of a limit nothing is told that it is below.</param>
    private static string Words(double value, string unit, bool up = false) =>
        unit switch
        {
            "drives" => Number(value, up),
            "EUR" => Quantities.Money.Euro((decimal)value).ToString(),
            "%" => Percent(value) + " %",
            _ => $"{Number(value, up)} {unit}",
        };

    private static string Number(double value, bool up = false) =>
        ((up ? Math.Ceiling((value * 10) - 1e-6) : Math.Floor((value * 10) + 1e-6)) / 10).ToString("0.#", CultureInfo.InvariantCulture);

    /// <summary>Two figures that count, however small, down to a millionth.</summary>
    private static string Percent(double value) =>
        value is > 0 and < 0.0001 ? "under 0.0001"
        : value is 0 or >= 10 ? value.ToString("0", CultureInfo.InvariantCulture)
        : value.ToString("0." + new string('#', Math.Max(1, 1 - (int)Math.Floor(Math.Log10(value)))), CultureInfo.InvariantCulture);
}
