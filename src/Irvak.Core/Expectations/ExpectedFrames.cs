using Irvak.Core.Aims;
using Irvak.Core.Steps;

namespace Irvak.Core.Expectations;

/// <summary>Large frames must pass between both ends. No capture tells it.</summary>
public static class ExpectedFrames
{
    public static IEnumerable<Expectation> Of(StepInput q)
    {
        if (q.LargeFrames)
            yield return new(
                "net.frames",
                "Network",
                "One frame undivided to the other end and back",
                $"{Aim.LargeFrame} bytes",
                0,
                0,
                "",
                []
            )
            {
                Source = "the plan; 8972 bytes of it are the test’s own (IPv4, ICMP)",
                Named = $"{Aim.LargeFrame}",
            };
    }
}
