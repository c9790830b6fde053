"""From the model to pictures: SVG of what stands on a slide, and the nodes that pages build their stage of."""
