"""What pipes, pumps and treatment share: friction, fittings, pipe sizes as sold, air and vapour."""
