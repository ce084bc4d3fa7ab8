using Irvak.Structure;
using Irvak.Tests;

namespace Irvak.Core.Tests;

/// <summary>The core's own files, read once for all tests that look at them.</summary>
internal static class Sources
{
    private static readonly Lazy<CoreSources> Read = new(() => CoreSources.Read(Repository.Root));

    public static CoreSources Core => Read.Value;
}
