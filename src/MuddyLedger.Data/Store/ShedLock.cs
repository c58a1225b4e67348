namespace MuddyLedger.Data;

/// <summary>
/// One server to a folder. The operating system holds the lock and lets go of it when the process ends, however it ends; what lies beside
/// it says where the server is, for whoever starts a second one.
/// </summary>
public sealed class ShedLock : IDisposable
{
    private const string LockName = "muddy-ledger.lock";
    private const string AddressName = "muddy-ledger.address";

    /// <summary>EWOULDBLOCK: somebody else holds it.</summary>
    private const int HeldElsewhere = 11;

    private readonly FileStream _held;
    private readonly string _address;

    private ShedLock(FileStream held, string folder) => (_held, _address) = (held, Path.Combine(folder, AddressName));

    /// <returns>Null where the folder cannot be written to at all: what is to be said of that is said when its file is opened.</returns>
    /// <exception cref="InvalidDataException">Another server has the folder.</exception>
    public static ShedLock? Take(string folder)
    {
        try
        {
            return new(new FileStream(Path.Combine(folder, LockName), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None), folder);
        }
        catch (IOException held) when ((held.HResult & 0xFFFF) == HeldElsewhere || held.HResult == HeldElsewhere)
        {
            var at = Path.Combine(folder, AddressName);
            var where = File.Exists(at) ? $", at {File.ReadAllText(at).Trim()}" : "";
            throw new InvalidDataException($"{folder} is in use by another Muddy Ledger{where}. Use that one, or stop it first.");
        }
        catch (Exception readOnly) when (readOnly is IOException or UnauthorizedAccessException)
        {
            return null;
        }
    }

    /// <summary>Notes where the server of this folder is.</summary>
    public void Note(string address)
    {
        try
        {
            File.WriteAllText(_address, address);
        }
        catch (IOException)
        {
            // On a full disk the second server is told without the address.
        }
    }

    public void Dispose()
    {
        try
        {
            File.Delete(_address);
        }
        catch (Exception left) when (left is IOException or UnauthorizedAccessException)
        {
            // A note that stays behind is wrong only until the next start.
        }

        _held.Dispose();
    }
}
