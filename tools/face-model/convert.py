#!/usr/bin/python3
"""Writes the face model as ONNX, from the TensorFlow Lite file that its npm package ships.

    npm pack @mediapipe/face_detection@0.4.1657300184 && tar xzf mediapipe-face_detection-*.tgz
    /usr/bin/python3 convert.py package/face_detection_full_range.tflite faces.onnx     (Debian: python3-onnx)

Nothing is trained or changed: the same layers with the same half-precision weights, read by an open format's runtime that needs
no desktop libraries. Input "picture": 1 x 3 x 192 x 192, red, green, blue planes, -1 to 1. Outputs as in the original: "scores"
1 x 2304 x 1 (logits) and "boxes" 1 x 2304 x 16. The file layout is that of FlatBuffers; the numbers of fields and operators are
those of TensorFlow Lite's schema (schema.fbs, version 3).
"""
import struct
import sys

import numpy as np
from onnx import TensorProto, checker, helper, numpy_helper, save

DATA = open(sys.argv[1], "rb").read()


def read(kind, at):
    return struct.unpack_from("<" + kind, DATA, at)[0]


class Table:
    def __init__(self, at):
        self.at, self.fields = at, at - read("i", at)

    def place(self, field):
        if 4 + 2 * field >= read("H", self.fields):
            return None
        by = read("H", self.fields + 4 + 2 * field)
        return self.at + by if by else None

    def number(self, field, kind="i", default=0):
        place = self.place(field)
        return default if place is None else read(kind, place)

    def table(self, field):
        place = self.place(field)
        return Table(place + read("I", place))

    def vector(self, field):
        place = self.place(field)
        if place is None:
            return 0, 0
        place += read("I", place)
        return place + 4, read("I", place)

    def numbers(self, field):
        place, count = self.vector(field)
        return list(struct.unpack_from(f"<{count}i", DATA, place))

    def tables(self, field):
        place, count = self.vector(field)
        return [Table(place + 4 * n + read("I", place + 4 * n)) for n in range(count)]


ADD, CONVOLUTION, DEPTHWISE, DEQUANTIZE, MAX_POOL, RELU, RESHAPE, RESIZE, PAD = 0, 3, 4, 6, 17, 19, 22, 23, 34

model = Table(read("I", 0))
codes = [max(code.number(0, "b"), code.number(3)) for code in model.tables(1)]
buffers = model.tables(4)
graph = model.tables(2)[0]
tensors = graph.tables(0)
nodes, constants = [], []


def shape(tensor):
    return tensors[tensor].numbers(0)


def values(tensor):
    place, count = buffers[tensors[tensor].number(2, "I")].vector(0)
    kind = {0: np.float32, 1: np.float16, 2: np.int32}[tensors[tensor].number(1, "b")]
    return np.frombuffer(DATA[place:place + count], kind).reshape(shape(tensor))


def name(tensor):
    return f"t{tensor}"


def constant(key, array):
    constants.append(numpy_helper.from_array(np.ascontiguousarray(array), key))
    return key


def add(kind, inputs, output, **attributes):
    nodes.append(helper.make_node(kind, inputs, [output], **attributes))


def weights(tensor, order=None):
    array = values(halves[tensor])
    key = f"w{tensor}"
    constant(key + "h", array if order is None else array.transpose(order))
    add("Cast", [key + "h"], key, to=TensorProto.FLOAT)
    return key


def convolve(operator, inputs, output):
    options, is_depthwise = operator.table(4), codes[operator.number(0)] == DEPTHWISE
    assert options.number(4 if is_depthwise else 3, "b") == 0, "no activation is fused"
    kernel = weights(inputs[1], (3, 0, 1, 2) if is_depthwise else (0, 3, 1, 2))
    add(
        "Conv", [name(inputs[0]), kernel, weights(inputs[2])], output, strides=[options.number(2), options.number(1)],
        group=shape(inputs[1])[3] if is_depthwise else 1,
        auto_pad=["SAME_UPPER", "VALID"][options.number(0, "b")])


halves = {}
for operator in graph.tables(3):
    code, inputs, out = codes[operator.number(0)], operator.numbers(1), operator.numbers(2)[0]
    if code == DEQUANTIZE:
        halves[out] = inputs[0]
    elif code in (CONVOLUTION, DEPTHWISE):
        convolve(operator, inputs, name(out))
    elif code == RELU:
        add("Relu", [name(inputs[0])], name(out))
    elif code == ADD:
        add("Add", [name(inputs[0]), name(inputs[1])], name(out))
    elif code == MAX_POOL:
        options = operator.table(4)
        add(
            "MaxPool", [name(inputs[0])], name(out), strides=[options.number(2), options.number(1)],
            kernel_shape=[options.number(4), options.number(3)], auto_pad=["SAME_UPPER", "VALID"][options.number(0, "b")])
    elif code == PAD:
        before, after = values(inputs[1])[[0, 3, 1, 2]].T.astype(np.int64)
        add("Pad", [name(inputs[0]), constant(f"p{out}", np.concatenate([before, after]))], name(out))
    elif code == RESIZE:
        options = operator.table(4)
        assert not options.number(2, "b"), "corners are not aligned"
        _, height, width, channels = shape(out)
        add(
            "Resize", [name(inputs[0]), "", "", constant(f"s{out}", np.array([1, channels, height, width], np.int64))], name(out),
            mode="linear", coordinate_transformation_mode="half_pixel" if options.number(3, "b") else "asymmetric")
    elif code == RESHAPE:
        add("Transpose", [name(inputs[0])], f"r{out}", perm=[0, 2, 3, 1])
        add("Reshape", [f"r{out}", constant(f"s{out}", np.array(shape(out), np.int64))], name(out))
    else:
        raise SystemExit(f"Operator {code} is not known here.")

entry = graph.numbers(1)[0]
boxes, scores = graph.numbers(2)
for node in nodes:
    node.input[:] = ["picture" if key == name(entry) else key for key in node.input]
    node.output[:] = [{name(boxes): "boxes", name(scores): "scores"}.get(key, key) for key in node.output]
picture = helper.make_tensor_value_info("picture", TensorProto.FLOAT, [1, 3, 192, 192])
results = [
    helper.make_tensor_value_info("scores", TensorProto.FLOAT, shape(scores)),
    helper.make_tensor_value_info("boxes", TensorProto.FLOAT, shape(boxes))]
written = helper.make_model(
    helper.make_graph(nodes, "faces", [picture], results, constants), opset_imports=[helper.make_opsetid("", 13)], ir_version=8)
checker.check_model(written, full_check=True)
save(written, sys.argv[2])
