using Irvak.Core.Sheets;

namespace Irvak.Core.Memory;

/// <summary>What a job plans of its memory beside the modules.</summary>
/// <param name="Mode">How the firmware is to spend memory on safety.</param>
public sealed record MemorySlice(MemoryMode Mode = MemoryMode.Independent);
