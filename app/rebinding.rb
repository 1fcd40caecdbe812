# frozen_string_literal: true

module App
  # A drawing to be pointed at another model: what was asked for, and what would come of it. Worked out by a worker and
  # kept by what it rests on; nothing of the drawing is changed by it.
  class Rebinding
    # One annotation as a page shows it. proposals: [[model dimension id, words], ...].
    Line = Struct.new(:id, :view, :status, :score, :before, :after, :why, :proposals)
    # lines: [Line]; drawing: as it would be; dropped: [[field, text]]; values: words typed
    # over that go; overlaps: [sentence]; scale: words; views: names of those pointed; whole: do all views go along?
    Outcome =
      Struct.new(:lines, :drawing, :dropped, :values, :overlaps, :scale, :views, :whole, keyword_init: true) do
        def count(status) = lines.count { |l| l.status == status }

        # "12 kept, 3 tied by likeness; scale 1:2; 2 places where things collide"
        def words
          counts = COUNTED.filter_map { |s, w| (n = count(s)).positive? && "#{n} #{w}" }
          over = overlaps.size
          [
            counts.empty? ? 'no annotations' : counts.join(', '),
            "scale #{scale}",
            (over.positive? ? "#{over} #{over == 1 ? 'place' : 'places'} where things collide" : nil)
          ].compact.join('; ')
        end
      end

    COUNTED = {
      'kept' => 'kept',
      'retied' => 'tied by likeness',
      'adrift' => 'adrift',
      'absent' => 'without a feature'
    }.freeze

    attr_reader :drawing, :model, :variant, :views, :scale, :decisions

    # wish: { "model" => address or "address|variant", "revision", "views" => [ids], "scale", "decisions" => { id =>
    # choice }, "binding" }. Raises Refused.
    def self.of(drawing, wish)
      slug, variant = wish['model'].to_s.split('|', 2)
      model = Records::Model.find_by(slug: slug) or raise Refused, 'Choose which model the drawing is pointed at.'
      new(drawing, model, variant, wish)
    end

    def initialize(drawing, model, variant, wish)
      @drawing = drawing
      @model = model
      @variant = variant
      @revision = wish['revision'].to_s.empty? ? nil : model.revision(wish['revision'].to_i).number
      @views = Array(wish['views']).map(&:to_s).then { |list| list.empty? ? nil : list }
      @scale = Nockplane::Linking::Rebind::SCALES.include?(wish['scale']) ? wish['scale'] : 'fitted'
      @decisions = (wish['decisions'] || {}).to_h { |id, choice| [id.to_s, choice.to_s] }.reject { |_, c| c.empty? }
      @binding = wish['binding']
      return if variant.nil? || Families.variants(model).include?(variant)

      raise Refused, "#{model.name} has no variant “#{variant}”."
    end

    # What it was asked for, ready to be asked again (by a job, a link).
    def wish
      {
        'model' => [@model.slug, @variant].compact.join('|'),
        'revision' => @revision,
        'views' => @views,
        'scale' => @scale,
        'decisions' => @decisions,
        'binding' => @binding
      }.compact
    end

    def revision = @revision || @model.latest.number
    def pinned? = !@revision.nil? && @revision != @model.latest.number
    def subject = Nockplane::Products::Subject.new(@model.id, revision, @variant)

    # The model (or variant) pointed at, in words.
    def target
      [
        @model.number,
        @model.name,
        @variant && "variant #{@variant}",
        pinned? ? "revision #{revision}" : nil
      ].compact.join(' ')
    end

    # Is it worked out already?
    def ready? = Workshop.store.known?(key)

    # Outcome. Raises Refused when it can't be.
    def outcome
      Workshop.store.fetch(key) { worked_out }
    rescue Nockplane::Linking::Rebind::Refused, Nockplane::Planning::Series::Unshown => e
      raise Refused, "#{@drawing.number} can't be pointed at #{target}: #{e.message}."
    end

    # Number and title for a new drawing.
    def number = Numbering.drawing(@model, @variant)

    def title = outcome.whole ? Workshop.source.model(subject).name : @drawing.title

    # Drawings::Edit that makes the drawing what it would be.
    def edit(value, title: nil)
      after = result(find(value), title: title || value.meta.title, number: value.meta.number, fresh: false)
      changes = after.cells.reject { |k, c| value.cells[k] == c }
      gone = (value.cells.keys - after.cells.keys).to_h { |k| [k, nil] }
      Nockplane::Drawings::Edit.new("Pointed at #{target}", changes.merge(gone))
    end

    # The document of a new drawing.
    def document(title:, number:) = result(find(@drawing.value), title: title, number: number, fresh: true)

    private

    def find(value)
      Nockplane::Linking::Rebind.new(
        value,
        Workshop.source,
        to: subject,
        binding: @binding,
        views: @views,
        pinned: pinned?
      )
    end

    # (A series stays one where it is pointed at another family as a whole; what variants had of their own stays with
    # the first drawing.)
    def result(found, title:, number:, fresh:)
      after = found.result(decisions: @decisions, scale: @scale, title: title, number: number, fresh: fresh)
      family = @variant.nil? && Families.variants(@model).any?
      meta = after.meta.dup.tap { |m| m.variant, m.series = nil, (family ? m.series : nil) }
      cells = fresh || !family ? after.cells.reject { |key, _| key.start_with?('variation/') } : after.cells
      Nockplane::Drawings::Drawing.new(cells).with([meta])
    end

    def worked_out
      found = find(@drawing.value)
      name = found.whole? ? found.new_model.name : @drawing.title
      after = result(found, title: name, number: number, fresh: true)
      standard = after.standard
      Outcome.new(
        lines: found.fates.map { |f| line(f, found.drawing) },
        drawing: after,
        dropped: found.dropped_fields,
        values:
          found.dropped_values.map do |id|
            Nockplane::Drawings::Annotations.words(standard, @drawing.value.dimension(id)).to_s
          end,
        overlaps: overlaps(after),
        scale:
          after.sheets.map { |s| Nockplane::Drafting::Scale.text(s.scale || 1.0, standard.decimal) }.uniq.join(', '),
        views: found.views.map(&:name),
        whole: found.whole?
      )
    end

    def line(fate, drawing)
      proposals =
        [fate.found, *fate.proposals].compact
          .uniq(&:id)
          .map { |d| [d.id, Nockplane::Drawings::Annotations::Snapshot.of(d).words(drawing.standard).to_s] }
      Line.new(
        fate.id,
        drawing.view(@drawing.value.dimension(fate.id).view).name,
        fate.status.to_s,
        fate.score,
        fate.before,
        fate.after,
        fate.why,
        proposals
      )
    end

    def overlaps(value)
      value.sheets.flat_map do |sheet|
        scene = Nockplane::Drawings::SceneBuilder.new(value, sheet.id, Workshop.source, shade: :known).scene
        Nockplane::Drawings::Overlaps.new(value, sheet, scene).all.map(&:words)
      end
    end

    def key
      Workshop.source.name_of(
        'rebind',
        Workshop.source.text(subject),
        Digest::SHA256.hexdigest(JSON.generate([@drawing.value.to_h, wish, @model.id, revision]))
      )
    end
  end
end
