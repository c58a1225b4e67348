global using MuddyLedger.Core.Limits;
