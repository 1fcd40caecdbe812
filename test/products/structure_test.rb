# frozen_string_literal: true

require 'test_helper'

# What an assembly is made of: three structures of a nested assembly, counted by hand.
class StructureTest < CoreTest
  DISC =
    "nockplane: recipe/1\nname: %s\nproperties: {number: %s}\nparameters: {d: 10}\nfeatures:\n" \
      "  - {id: disc, type: extrude, profile: {kind: circle, diameter: d}, depth: 2}\n"
  # Two frames with three pins each and a bought lock of a body and two pins; a pin more beside them.
  TEXTS = {
    'F' => format(DISC, 'Frame', 'F'),
    'P' => "#{format(DISC, 'Pin', 'P')}variants: {wide: {d: 12}}\n",
    'B' => format(DISC, 'Body', 'B'),
    'ISO 4762 - M4 x 8' => format(DISC, 'Cap screw', 'ISO 4762 - M4 x 8'),
    'L' =>
      "nockplane: assembly/1\nname: Lock\nproperties: {number: L}\ncomponents:\n  - {id: body, model: B}\n" \
        "  - {id: pins, model: P, pattern: {kind: linear, columns: 2, column_spacing: 20}}\n",
    'M' =>
      "nockplane: assembly/1\nname: Module\nproperties: {number: M}\ncomponents:\n  - {id: frame, model: F}\n" \
        "  - {id: pins, model: P, pattern: {kind: linear, columns: 3, column_spacing: 20}}\n" \
        "  - {id: lock, model: L, purchased: true, offset: 30}\n"
  }.freeze
  WHOLE =
    "nockplane: assembly/1\nname: Whole\ncomponents:\n" \
      "  - {id: modules, model: M, pattern: {kind: linear, columns: 2, column_spacing: 200}}\n" \
      "  - {id: pin, model: P, offset: 60}\n  - {id: other, model: P, variant: wide, offset: 80}\n" \
      "  - {id: screw, model: ISO 4762 - M4 x 8, purchased: true, offset: 90}\n"

  def lines(structure) = Products::Structure.new(source.model_of(WHOLE)).lines(structure)
  def source = Products::Source.new(library: ->(name, _) { TEXTS[name] })
  def told(structure) = lines(structure).map { |l| [l.level, l.name, l.variant, l.quantity, l.total] }

  def test_all_parts_once_and_what_was_bought_as_a_whole
    assert_equal [
      [0, 'Frame', nil, 2, 2],
      [0, 'Pin', nil, 7, 7],
      [0, 'Lock', nil, 2, 2],
      [0, 'Pin', 'wide', 1, 1],
      [0, 'Cap screw', nil, 1, 1]
    ],
                 told('all')
  end

  def test_what_stands_in_the_assembly_directly
    assert_equal [
      [0, 'Module', nil, 2, 2],
      [0, 'Pin', nil, 1, 1],
      [0, 'Pin', 'wide', 1, 1],
      [0, 'Cap screw', nil, 1, 1]
    ],
                 told('top')
  end

  def test_level_by_level_with_quantities_in_the_one_above
    assert_equal [
      [0, 'Module', nil, 2, 2],
      [1, 'Frame', nil, 1, 2],
      [1, 'Pin', nil, 3, 6],
      [1, 'Lock', nil, 1, 2],
      [0, 'Pin', nil, 1, 1],
      [0, 'Pin', 'wide', 1, 1],
      [0, 'Cap screw', nil, 1, 1]
    ],
                 told('indented')
  end

  def test_kinds
    kinds = lines('indented').to_h { |l| [[l.name, l.variant], l.kind] }
    assert_equal %w[assembly made made purchased made standard], kinds.values
    assert_equal 6, lines('all').map(&:key).concat(['x']).uniq.size, 'lines that differ have keys that differ'
  end

  def test_of_a_file_with_sub_assemblies
    file = File.binread(File.expand_path('../models/assembly-40.step', __dir__))
    found = Products::Structure.new(Formats::Step::Import.read(file).model)
    assert_equal [3, 13, 12, 12], found.lines('all').map(&:total), '40 instances of 4 parts (models/README)'
    assert_equal [['SADDLE-MODULE', 3], ['PIN M10x30', 1]], found.lines('top').map { |l| [l.name, l.quantity] }
    rows = found.lines('indented').map { |l| [l.level, l.name, l.quantity, l.total] }
    assert_includes rows, [1, 'PIN-SET', 4, 12]
    assert_includes rows, [2, 'WASHER 10.5', 1, 12]
  end

  def test_a_part_is_one_line_of_itself
    alone = Products::Structure.new(source.model_of(TEXTS['F'])).lines('indented')
    assert_equal [['Frame', 1]], alone.map { |l| [l.name, l.total] }
  end

  def test_rows_of_a_parts_list_are_texts
    row = Products::PartsList.of(source.model_of(WHOLE), 'top').first
    assert_equal %w[1 2 M Module], row.values_at('item', 'quantity', 'number', 'name')
  end
end
