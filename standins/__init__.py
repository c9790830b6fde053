"""Small stand-ins for what is outside of Ritornel, for the demo and the tests. The product imports nothing of them."""
