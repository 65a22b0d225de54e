using Wrenlet.Storage;

namespace Wrenlet.Server.Happenings;

/// <summary>
/// Something that happened in a part of the work, internal the write in which it happened. It is defined by the part
/// in which it happens; parts to the right handle it.
/// </summary>
public interface IHappening;

/// <summary>Does what follows from a happening, in the same write: all of it is kept, or none.</summary>
/// <typeparam name="T">The happening.</typeparam>
public interface IHandles<in T>
    where T : IHappening
{
    /// <summary>Does what follows. What it throws undoes the whole write.</summary>
    void Handle(Writing w, T happening);
}

/// <summary>Gives each happening to those who handle it, in the order in which Program.cs lists them.</summary>
public sealed class Dispatcher(IServiceProvider services)
{
    /// <summary>Says that something happened; returns when all that follows from it has been done.</summary>
    public void Say<T>(Writing w, T happening)
        where T : IHappening
    {
        // Asked for at the moment itself: a handler may need the part that speaks.
        foreach (var handler in services.GetServices<IHandles<T>>())
            handler.Handle(w, happening);
    }
}

internal static class HandlerExtensions
{
    /// <summary>Lists a handler for all the happenings that it handles.</summary>
    public static IServiceCollection AddHandler<THandler>(this IServiceCollection services)
        where THandler : class
    {
        services.AddSingleton<THandler>();
        foreach (var handles in typeof(THandler).GetInterfaces().Where(IsHandles))
            services.AddSingleton(handles, s => s.GetRequiredService<THandler>());
        return services;
    }

    private static bool IsHandles(Type type) =>
        type.IsGenericType && type.GetGenericTypeDefinition() == typeof(IHandles<>);
}
