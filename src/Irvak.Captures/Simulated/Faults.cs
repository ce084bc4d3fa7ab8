namespace Irvak.Captures.Simulated;

/// <summary>What is wrong with a simulated machine.</summary>
public abstract record Fault
{
    /// <summary>A module is not seated: its slot looks empty.</summary>
    public sealed record ModuleNotSeated(string Slot) : Fault;

    /// <summary>A whole channel does not train.</summary>
    public sealed record ChannelDead(string Channel) : Fault;

    /// <summary>All memory runs at a lower rate than it could.</summary>
    public sealed record LowerRate(int RateMTs) : Fault;

    /// <summary>The operating system uses less than the firmware shows.</summary>
    public sealed record MemoryNotRemapped(int MissingMiB) : Fault;

    /// <summary>The system counted errors of the module in a slot.</summary>
    public sealed record ErrorsCounted(string Slot, int Corrected, int Uncorrected) : Fault;

    /// <summary>A memory test finds errors at one of its patterns.</summary>
    public sealed record TestFails(string Pattern, int Errors) : Fault;
}
