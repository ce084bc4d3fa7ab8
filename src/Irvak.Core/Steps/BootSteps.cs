using Irvak.Core.Boot;
using Irvak.Core.Quantities;

namespace Irvak.Core.Steps;

/// <summary>A drive that is new has no system yet: it is installed onto it, or an image put back. Common practice, no source.</summary>
internal static class BootSteps
{
    public static IEnumerable<Step> Install(StepInput q)
    {
        if (q.Boot is not { } boot || !IsEmpty(q))
            yield break;
        var system = boot.System is { } kind ? Installers.Of(kind) : null;
        var whole = boot.AsOneOf(q.Arrays);
        yield return new(
            "boot:install",
            Runbook.Start,
            $"Install the system onto {Names(q, boot, " and ")}",
            [
                "Start from the installer’s stick, or put the image of the old drive back.",
                whole is null
                    ? $"Choose the disk by its serial number{Sizes(q, boot)}: the list has others too."
                    : "Choose the array, which shows as one disk; where its drives show one by one, its driver is missing.",
                .. boot.Places.Count > 1 && whole is null
                    ? new[] { system is null ? "Let both halves be mirrored, by the installer or beneath it." : $"Mirror: {system.How}." }
                    : [],
                .. system is null ? [] : new[] { $"It wants {system.Wants}." },
                "Every other disk stays unplugged or untouched: a loader lands on the first one.",
            ],
            "It erases what it is installed onto.",
            [.. boot.Places],
            30
        );
    }

    private static string Sizes(StepInput q, BootPlan boot) =>
        boot.Places.Select(p => q.Planned.At(p)?.Drive?.Bytes).OfType<long>().Select(DiskSpace.Nominal).Distinct().ToList()
            is { Count: > 0 } sizes
            ? $" and size, {string.Join(" and ", sizes)}"
            : "";

    /// <summary>What the system starts from as its installer and the firmware see it: an array that looks like one disk, or the
    /// drives.</summary>
    internal static string Names(StepInput q, BootPlan boot, string between) =>
        boot.AsOneOf(q.Arrays) is { } array
            ? $"{array.Name}, the array of {string.Join(" and ", array.Members.Select(p => p.Name))}"
            : string.Join(between, boot.Places.Select(p => p.Name));

    /// <summary>True when everything that the system is to start from comes in new.</summary>
    internal static bool IsEmpty(StepInput q) =>
        q.Boot is { Places.Count: > 0 } boot && boot.Places.All(p => q.BringsPart(p) && q.Planned.At(p)?.Drive is not null);
}
