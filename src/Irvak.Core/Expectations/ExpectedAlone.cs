using Irvak.Core.Controllers;

namespace Irvak.Core.Expectations;

/// <summary>What each drive must read alone before it joins an array; afterwards the array has a line of its own.</summary>
public static class ExpectedAlone
{
    public static IEnumerable<Expectation> Of(ControllerInput q) =>
        AloneRates
            .Of(q)
            .Select(d => new Expectation(
                $"alone.{d.Model}.{d.Places[0]}",
                ExpectedLinks.BenchmarkScreen,
                $"{d.Model} in {string.Join(' ', d.Places.Select(p => p.Name))}, each alone, reading in order at its start",
                d.Words,
                d.Low.MegabytesPerSecond,
                d.High.MegabytesPerSecond,
                "MB/s",
                d.Places
            )
            {
                Source = $"{d.Source} ± 15 % (common practice, no source)",
            });
}
