namespace MuddyLedger.Web.Copies;

/// <summary>
/// Everybody who reads or writes the shed goes in by it. While the file is exchanged it is shut, and whoever comes waits.
/// </summary>
public sealed class StoreDoor : IDisposable
{
    private readonly Lock _lock = new();
    private readonly SemaphoreSlim _exchange = new(1, 1);
    private TaskCompletionSource _open = Opened();
    private TaskCompletionSource? _empty;
    private int _inside;
    private int _leaveOne;

    public async Task EnterAsync(CancellationToken cancel)
    {
        while (true)
        {
            Task open;
            lock (_lock)
            {
                if (_open.Task.IsCompleted)
                {
                    _inside++;
                    return;
                }

                open = _open.Task;
            }

            await open.WaitAsync(cancel);
        }
    }

    public void Leave()
    {
        lock (_lock)
        {
            _inside--;
            if (_inside <= _leaveOne)
                _empty?.TrySetResult();
        }
    }

    /// <summary>Shuts the door, waits until nobody but the one who asks is inside, and opens it again after the act.</summary>
    /// <exception cref="TimeoutException">Somebody stayed inside: nothing was done.</exception>
    public async Task<T> AloneAsync<T>(Func<Task<T>> act, TimeSpan most)
    {
        await _exchange.WaitAsync();
        try
        {
            Task empty;
            lock (_lock)
            {
                _open = new(TaskCreationOptions.RunContinuationsAsynchronously);
                _empty = new(TaskCreationOptions.RunContinuationsAsynchronously);
                _leaveOne = 1;
                if (_inside <= _leaveOne)
                    _empty.TrySetResult();
                empty = _empty.Task;
            }

            await empty.WaitAsync(most);
            return await act();
        }
        finally
        {
            lock (_lock)
            {
                _empty = null;
                _open.TrySetResult();
            }

            _exchange.Release();
        }
    }

    public void Dispose() => _exchange.Dispose();

    private static TaskCompletionSource Opened()
    {
        var open = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        open.SetResult();
        return open;
    }
}
