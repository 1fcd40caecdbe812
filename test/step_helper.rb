# frozen_string_literal: true

require 'test_helper'

# Words for tests of STEP files: the samples, small files made from records, figures of the samples' README.
module StepHelpers
  include Nockplane

  STEP = Formats::Step
  SAMPLES = File.expand_path('models', __dir__)
  SERIES = File.expand_path('../demo/designer', __dir__)

  def sample(name) = File.binread(File.join(name.start_with?('motor') ? SERIES : SAMPLES, "#{name}.step"))

  # A file around some records.
  def file(records, header: "FILE_SCHEMA(('AUTOMOTIVE_DESIGN'));")
    "ISO-10303-21;\nHEADER;\n#{header}\nENDSEC;\nDATA;\n#{records}\nENDSEC;\nEND-ISO-10303-21;\n"
  end

  def part21(records) = STEP::Part21.new(file(records))

  # Model of a sample, kept between tests.
  def step_model(name, refine: 1) = MODELS[[name, refine]] ||= STEP::Import.read(sample(name), refine: refine).model
  MODELS = {}

  # A source whose models are a sample, whatever is asked for.
  def step_source(name)
    Products::Source.new(importer: ->(_, refine) { STEP::Import.read(sample(name), refine: refine).model }) do |_, _|
      Modelling::ImportReference.new(file: name, name: name, bytes: 1).to_s
    end
  end

  def step_mass(name) = Solids::Mass.extrapolated(*[1, 2].map { |r| step_model(name, refine: r).solid })

  # The message of the refusal.
  def refusal(bytes) = assert_raises(STEP::Unreadable) { STEP::Import.read(bytes) }.message

  # Solid with its faces under other names.
  def renamed(solid, names)
    Solids::Solid.new(
      solid.xs,
      solid.ys,
      solid.zs,
      solid.facets.map { |f| f.with_face(f.face.renamed(names.fetch(f.face.name))) }
    )
  end
end

class StepTest < CoreTest
  include StepHelpers
end

# Small STEP files made record by record, in mm.
class StepSketch
  Z = [0.0, 0.0, 1.0].freeze
  X = [1.0, 0.0, 0.0].freeze

  attr_reader :r

  def initialize
    @r = Nockplane::Formats::Step::Records.new
    @vertices = {}
    @edges = {}
  end

  def raw(text) = Nockplane::Formats::Step::Records::Raw.new(text)
  def vertex(*p) = @vertices[p] ||= @r.add('VERTEX_POINT', '', @r.point(p))
  def at(origin, z = Z, x = X) = @r.placement(origin, z, x)
  def plane(origin, z = Z, x = z == Z || z == [0.0, 0.0, -1.0] ? X : Z) = @r.add('PLANE', '', at(origin, z, x))

  def line(a, b)
    @r.add(
      'LINE',
      '',
      @r.point(a),
      @r.add('VECTOR', '', @r.direction(Nockplane::Geometry::Vec.unit(Nockplane::Geometry::Vec.sub(b, a))), 1.0)
    )
  end

  # An edge with its direction; the same points give the same edge.
  def edge(a, b, curve = nil)
    return [@edges[[b, a]], :F] if @edges.key?([b, a]) && curve.nil?

    [@edges[[a, b]] ||= @r.add('EDGE_CURVE', '', vertex(*a), vertex(*b), curve || line(a, b), :T), :T]
  end

  def loop_of(*edges) = @r.add('EDGE_LOOP', '', edges.map { |e, along| @r.add('ORIENTED_EDGE', '', :*, :*, e, along) })
  def polygon(*points) = loop_of(*points.each_index.map { |i| edge(points[i], points[(i + 1) % points.size]) })
  def back(edge) = [edge[0], edge[1] == :T ? :F : :T]

  def face(surface, *loops, sense: :T, flags: [])
    @r.add(
      'ADVANCED_FACE',
      '',
      loops.each_with_index.map { |l, i| @r.add('FACE_BOUND', '', l, flags[i] || :T) },
      surface,
      sense
    )
  end

  def solid(*faces) = @r.add('MANIFOLD_SOLID_BREP', '', @r.add('CLOSED_SHELL', '', faces))

  # Circle of radius at height about z as a closed edge.
  def ring(radius, height, curve = nil)
    edge([radius, 0.0, height], [radius, 0.0, height], curve || @r.add('CIRCLE', '', at([0.0, 0.0, height]), radius))
  end

  # Six plane faces with the outside outside.
  def box(low, high)
    x0, y0, z0, x1, y1, z1 = *low, *high
    [
      [plane(low, [0.0, 0.0, -1.0]), [x0, y0, z0], [x0, y1, z0], [x1, y1, z0], [x1, y0, z0]],
      [plane(high), [x0, y0, z1], [x1, y0, z1], [x1, y1, z1], [x0, y1, z1]],
      [plane(low, [0.0, -1.0, 0.0]), [x0, y0, z0], [x1, y0, z0], [x1, y0, z1], [x0, y0, z1]],
      [plane(high, [0.0, 1.0, 0.0]), [x0, y1, z0], [x0, y1, z1], [x1, y1, z1], [x1, y1, z0]],
      [plane(low, [-1.0, 0.0, 0.0]), [x0, y0, z0], [x0, y0, z1], [x0, y1, z1], [x0, y1, z0]],
      [plane(high, [1.0, 0.0, 0.0]), [x1, y0, z0], [x1, y1, z0], [x1, y1, z1], [x1, y0, z1]]
    ].map { |surface, *points| face(surface, polygon(*points)) }
  end

  # The whole file: items in one representation of one product.
  def file(*items, kind: 'ADVANCED_BREP_SHAPE_REPRESENTATION')
    product = @r.add('PRODUCT', 'QI-1', 'Sketch', '', [])
    definition = @r.add('PRODUCT_DEFINITION', '', '', @r.add('PRODUCT_DEFINITION_FORMATION', '', '', product), nil)
    shape = @r.add('PRODUCT_DEFINITION_SHAPE', '', '', definition)
    @r.add('SHAPE_DEFINITION_REPRESENTATION', shape, @r.add(kind, '', items, nil))
    "ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\n#{@r}\nENDSEC;\nEND-ISO-10303-21;\n"
  end
end
