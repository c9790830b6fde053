"""A stand-in for everybody's mail: what the application sends can be read here, per person."""
