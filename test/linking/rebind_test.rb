# frozen_string_literal: true

require 'fate_helper'
require 'step_helper'

# Drawings pointed at other models: what becomes of every annotation, and what the sheet says then. mm.
class RebindTest < CoreTest
  include FateHelper
  include StepHelpers

  # The same plate in a recipe of another hand: other ids, other order of edges, wider, with a larger bore.
  OTHER = <<~FEATURES
    - {id: slab, type: boss, profile: {kind: rectangle, width: 104, height: 62}, depth: 12.5}
    - {id: eye, type: pocket, on: slab/end.end, at: [15.5, 0], diameter: 15, through: true}
    - {id: bolt, type: hole, on: slab/end.end, at: [-26, 12], kind: counterbored, diameter: 5, counterbore_diameter: 9, counterbore_depth: 4, through: true}
  FEATURES

  # A source in which the plate (its revisions) and other models stand side by side.
  def sources(**others)
    Products::Source.new(store: STORE) { |id, n| id == 'm' ? texts[n - 1] : others.fetch(id.to_sym) }
  end

  def rebind(to, source, **more) = Linking::Rebind.new(@drawing, source, to: Products::Subject.new(*to), **more)

  def named(found)
    names = @names.invert
    found.fates.to_h do |f|
      key = names["dimension/#{f.id}"] || @drawing.dimension(f.id).dimension
      [key, [f.status, f.after]]
    end
  end

  def test_a_revision_without_the_hole_loses_just_what_was_of_the_hole
    found = rebind(['m', 3], @source)
    fates = named(found)
    assert_equal [:kept, '120'], fates['plate.profile.width']
    assert_equal [:kept, '⌀16'], fates['bore.diameter']
    assert_equal [:kept, '82'], fates[:between]
    lost = fates.select { |_, (status, _)| status != :kept }.keys
    assert_equal ['sink.callout', :mark].sort_by(&:to_s), lost.sort_by(&:to_s)
    after = found.result
    assert_equal @drawing.dimensions.map(&:id).sort, after.dimensions.map(&:id).sort, 'nothing is dropped'
    adrift = staleness(after, @source, 3).adrift.map { |a| a.dimension.id }
    assert_equal found.fates.select { |f| f.status == :adrift }.map(&:id).sort, adrift.sort
  end

  def test_a_feature_switched_off_is_said_to_be
    off = texts[0].sub('{id: sink,', '{id: sink, active: false,')
    found = rebind(['off', 1], sources(off: off))
    fate = found.fates.find { |f| @drawing.dimension(f.id).dimension == 'sink.callout' }
    assert_equal [:absent, 'sink is switched off there'], [fate.status, fate.why]
  end

  def test_a_model_of_other_names_is_tied_by_likeness_and_says_its_own_sizes
    source = sources(other: recipe(OTHER, name: 'Slab'))
    found = rebind(['other', 1], source)
    refute_predicate found.counterparts, :kin?
    fates = named(found)
    assert_equal [:retied, '104'], fates['plate.profile.width']
    assert_equal [:retied, '62'], fates['plate.profile.height']
    assert_equal [:retied, '12,5'], fates['plate.depth']
    assert_equal [:retied, '⌀15'], fates['bore.diameter']
    assert_equal [:retied, '67,5'], fates[:between], '52 + 15.5 from the left edge to the bore'
    assert_equal :retied, fates[:mark][0]
    assert(found.fates.select { |f| f.status == :retied }.all? { |f| f.score.between?(0.4, 1.0) })
    after = found.result(title: 'Slab', number: 'QI-9')
    assert_equal %w[Slab QI-9 A], [after.meta.title, after.meta.number, after.meta.revision]
    refute SceneBuilder.new(after, 's1', source).tips(after.notes[0])[0].lost, 'the leader points at the hole there'
    assert_empty Linking::Docketing.of(after, source, ->(_) { 1 }).behind
  end

  def test_a_part_turned_by_a_quarter_is_looked_at_from_the_same_side
    turned =
      texts[0]
        .lines
        .map { |l| l.sub('{kind: rectangle, width: 100, height: 60}', '{kind: rectangle, width: 60, height: 100}') }
        .join
    turned = turned.sub('at: [15, 0]', 'at: [0, 15]').sub('at: [-25, 12]', 'at: [-12, -25]')
    renamed =
      turned
        .gsub(/\bplate\b/, 'body')
        .gsub(/\bbore\b/, 'eye')
        .gsub(/\bsink\b/, 'seat')
        .gsub('counterseat', 'counterbore')
    source = sources(turned: renamed)
    found = rebind(['turned', 1], source)
    assert_predicate found.counterparts, :turned?
    fates = named(found)
    assert_equal [:retied, '100'], fates['plate.profile.width']
    assert_equal [:retied, '65'], fates[:between]
    after = found.result
    widths =
      [[@drawing, @source], [after, source]].map do |drawing, from|
        ShownModel.of(from, drawing, drawing.view('plan')).whole_box.then { |x0, y0, x1, y1| [x1 - x0, y1 - y0] }
      end
    widths.transpose.each { |was, is| assert_in_delta was, is, 1e-6 }
  end

  def test_what_was_typed_for_the_first_part_is_not_said_of_the_second
    meta =
      @drawing.meta.dup.tap { |m| m.fields = { 'material' => 'C45', 'approved' => 'A. Thorne', 'department' => 'D2' } }
    bore = @drawing.dimensions.find { |d| d.dimension == 'bore.diameter' }
    typed = bore.dup.tap { |d| d.wording = Annotations::Wording.new(over: '20', after: 'REAM') }
    @drawing = @drawing.with([meta, typed])
    other = recipe(OTHER, name: 'Slab').sub('parameters:', "properties: {material: EN AW-6061}\nparameters:")
    found = rebind(['other', 1], sources(other: other))
    assert_equal [%w[material C45]], found.dropped_fields
    assert_equal [bore.id], found.dropped_values
    after = found.result
    assert_equal({ 'department' => 'D2' }, after.meta.fields)
    assert_equal '⌀15 REAM', Annotations.words(after.standard, after.dimension(bore.id)).to_s
  end

  def test_decisions_tie_keep_and_delete
    found = rebind(['m', 3], @source)
    callout = found.fates.find { |f| @drawing.dimension(f.id).dimension == 'sink.callout' }
    bore = found.fates.find { |f| @drawing.dimension(f.id).dimension == 'bore.diameter' }
    after = found.result(decisions: { callout.id => 'delete', bore.id => 'keep' })
    assert_nil after.dimension(callout.id)
    assert_equal '⌀14', after.dimension(bore.id).snapshot.words(after.standard).to_s
    assert_includes staleness(after, @source, 3).adrift.map { |a| a.dimension.id }, bore.id
  end

  def test_chosen_views_go_with_what_hangs_on_them_and_get_a_binding_of_their_own
    iso = @drawing.views.find { |v| Views.of(v).pictorial? }
    found = rebind(['m', 2], @source, views: [iso.id], pinned: true)
    after = found.result
    assert_equal [iso.id], found.views.map(&:id)
    assert_equal %w[b1 b2], after.bindings.map(&:id)
    assert_equal 2, after.binding('b2').pinned
    assert_equal 'b1', after.view('front').binding
    assert_operator rebind(['m', 2], @source, views: ['front']).views.size,
                    :>=,
                    2,
                    'the plan is folded out of the front'
  end

  def test_rebinds_that_mean_nothing_are_refused
    assembly = "nockplane: assembly/1\nname: Unit\ncomponents:\n  - {id: a, model: P}\n"
    library = ->(_name, _revision) { texts[0] }
    source = Products::Source.new(store: STORE, library: library) { |id, n| id == 'm' ? texts[n - 1] : assembly }
    words = [['m', 1], ['unit', 1]].map { |to| assert_raises(Linking::Rebind::Refused) { rebind(to, source) }.message }
    assert_match(/show just that already/, words[0])
    assert_match(/shows a part and Unit is an assembly/, words[1])
  end

  # { words before => words after or fate } of the plate of revision 1 pointed at others, each read as a model of its
  # own.
  PLATE_SIZES = { '90' => '94', '60' => '60', '14' => '15', '8' => '9', '⌀34' => '⌀35', '⌀22' => '⌀24' }.freeze

  def motor_plates
    importer = ->(reference, refine) { STEP::Import.read(sample(reference.name), refine: refine).model }
    Products::Source.new(store: PLATES, importer: importer) do |id, _|
      Modelling::ImportReference.new(file: id, name: id, bytes: 1).to_s
    end
  end
  PLATES = Products::Source::MemoryStore.new

  def test_step_files_as_models_of_their_own
    source = motor_plates
    drawing = Template.all.fetch('a3-part-first-angle').fill('motor-plate-r1', 1, source, title: 'P', number: 'Q')
    drawing = Linking::Adoption.adopted(drawing, source, %w[front plan])
    fates =
      %w[r2 r3 r4 r5 r6].to_h do |r|
        to = Products::Subject.new("motor-plate-#{r}", 1)
        found = Linking::Rebind.new(drawing, source, to: to)
        [r, found.fates.to_h { |f| [[f.view, f.before], f.after || f.status] }]
      end
    said = ->(r, words) { fates[r].select { |(_, before), _| before == words }.values.uniq }
    %w[r2 r3].each do |r|
      PLATE_SIZES.each { |before, after| assert_includes said[r, before], after, "#{before} in #{r}" }
      refute_includes fates[r].values, :adrift
    end
    assert_equal ['3× ⌀5,5'], said['r4', '4× ⌀5,5'], 'one corner hole is gone'
    assert_equal [:adrift], said['r5', '⌀34'], 'the boss is gone'
    assert_equal ['⌀24'], said['r5', '⌀22']
    assert_equal [:adrift], said['r6', '2× ⌀4'], 'a hole of 5 mm may be another one'
    assert_equal ['4× ⌀6'], said['r6', '4× ⌀5,5']
  end
end
