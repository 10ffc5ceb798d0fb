"""Begins from an earlier network's weights, whose norms were folded into its convolutions."""
import numpy as np
import torch

from .settings import HERE

WEIGHTS = HERE / "begin" / "weights.f16"


def set_weights(net, flat):
    """Puts folded weights into the net. @return the offsets that belong behind each convolution"""
    at = 0

    def take(shape):
        nonlocal at
        size = int(np.prod(shape))
        part = torch.from_numpy(flat[at:at + size].astype(np.float32)).reshape(shape)
        at += size
        return part

    offsets = []
    with torch.no_grad():
        for convolution, norm in net.normed():
            convolution.weight.copy_(take(tuple(convolution.weight.shape)))
            offsets.append(take((convolution.weight.shape[0],)))
        net.signs.weight.copy_(take(tuple(net.signs.weight.shape)))
        net.signs.bias.copy_(take(tuple(net.signs.bias.shape)))
    if at != flat.size:
        raise ValueError(f"{flat.size - at} weights are left over: they belong to another network")
    return offsets


def unfold(net, offsets, lines):
    """Sets each norm so that it changes nothing but the offset, by what it sees of some lines."""
    def seen(offset):
        def hook(norm, inputs):
            x = inputs[0]
            mean, spread = x.mean((0, 2, 3)), x.var((0, 2, 3), unbiased=False)
            norm.weight.data.copy_(torch.sqrt(spread + norm.eps))
            norm.bias.data.copy_(offset + mean)
            norm.running_mean.copy_(mean)
            norm.running_var.copy_(spread)
        return hook

    hooks = [norm.register_forward_pre_hook(seen(offset)) for (_, norm), offset in zip(net.normed(), offsets)]
    net.eval()
    with torch.no_grad():
        net(lines)
    for hook in hooks:
        hook.remove()
    net.train()


def from_file(net, lines):
    """The net with the weights that lie in the repository."""
    unfold(net, set_weights(net, np.fromfile(WEIGHTS, dtype="<f2")), lines)
