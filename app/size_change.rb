# frozen_string_literal: true

module App
  # Sizes of a model as they are typed on a drawing, all at once: one dimension, the parts of a callout, the number and
  # spacing of a pattern.
  class SizeChange
    # One of them: id in the model; edit: Modelling::SizeEdit; value: number or text of an expression, as it will be;
    # tolerance: text, nil for none, :keep for the one it has; was: value before.
    Part = Struct.new(:id, :edit, :value, :tolerance, :was) { def changed? = value != was || tolerance != :keep }
    EXPRESSION = %r{\A[\w\s+*/().,<>-]{1,200}\z}
    # Most sizes of one change.
    MOST = 30

    attr_reader :model

    # cell: the Dimension of a drawing; given: { 'value', 'tolerance' (nil for the one it has), 'sizes' => { id => text
    # }, 'fits' => { id => text } }; variant: the one whose sizes they are, nil for the model's. Raises Refused.
    def initialize(model, cell, standard, given, variant: nil)
      @model = model
      @cell = cell
      @standard = standard
      @given = given
      @variant = variant
    end

    # [Part] of what differs. Raises Refused.
    def parts
      @parts ||=
        begin
          known = Workshop.companions(@model, @cell.dimension, @variant)
          typed = asked
          strange = typed.keys - known
          raise Refused, "“#{strange[0][0, 40]}” is no size of what is shown here." if strange.any?

          typed.map { |id, (value, tolerance)| part(id, value, tolerance) }.select(&:changed?)
        end
    end

    # Recipe text with all of them; of a variant the row of the table has them. Raises RecipeFault.
    def text
      first = Workshop.sized_text(@model, @variant)
      model = Workshop.source.model_of(first)
      changed =
        parts.reduce(first) do |text, part|
          edit = Nockplane::Modelling::SizeEdit.new(Workshop.parse(text), model, part.id)
          edit.text(part.value, tolerance: part.tolerance)
        end
      return changed unless @variant

      Nockplane::Modelling::Variants.resized(Workshop.parse(@model.latest.recipe), @variant, changed)
    end

    # "diameter of pockets: ⌀28 → ⌀30; ..."
    def words = parts.map { |p| "#{label(p)}: #{shown(p, before: true)} → #{shown(p)}" }.join('; ')

    def label(part) = Nockplane::Linking::SizeLabel.recipe(part.id)

    private

    # { id => [text of the value or nil, text of the tolerance or nil] }
    def asked
      sizes, fits = %w[sizes fits].map { |k| @given[k].is_a?(Hash) ? @given[k] : {} }
      raise Refused, "At most #{MOST} sizes are changed at once." if sizes.size + fits.size > MOST

      found = (sizes.keys | fits.keys).to_h { |id| [id.to_s, [sizes[id], fits[id]]] }
      found[@cell.dimension] = [@given['value'], @given['tolerance']] if @given.key?('value') && !@cell.snapshot.parts
      found
    end

    def part(id, value, tolerance)
      edit = Workshop.size_edit(@model, id, @variant)
      raise Refused, edit.refusal if edit.refusal

      was = edit.value
      number = value.nil? ? was : read(edit, value)
      Part.new(id, edit, number, fit(edit, tolerance, number), was)
    end

    # A number, or an expression after "=".
    def read(edit, words)
      words = words.to_s.strip
      return expression(words.delete_prefix('=').strip) if words.start_with?('=')
      # (What stands there already is the size as it is, however it is rounded.)
      return edit.value if [typed(edit.dimension), typed(on_sheet(edit.dimension.id))].include?(words)
      return count(words) if edit.dimension.kind == :count

      Nockplane::Drafting::Entry.size(words, edit.dimension.kind, @standard) or
        raise Refused, Nockplane::Drafting::Entry.fault(words, @standard)
    end

    # What the sheet shows of a size, which may be that of an earlier revision.
    def on_sheet(id)
      id == @cell.dimension ? @cell.snapshot : @cell.snapshot.parts&.find { |p| p.name == id }
    end

    # The bare number of a size, as its field shows it.
    def typed(size)
      return nil if size.nil? || size.kind == :count

      Nockplane::Drawings::Annotations.of(size).typed(@standard, size)
    end

    def expression(words)
      return words if words.match?(EXPRESSION)

      raise Refused, "“= #{words[0, 40]}” is no expression; write sizes by their names, numbers and + - * / ( )."
    end

    def count(words)
      return words.to_i if words.match?(/\A\d{1,4}\z/)

      raise Refused, "“#{words[0, 40]}” is no number of instances; write a whole number."
    end

    def fit(edit, given, number)
      return :keep if given.nil?

      value = number.is_a?(Numeric) ? number : edit.dimension.value
      found = Presenters::Trial.tolerance(given, value)
      return :keep if found == edit.tolerance
      raise Refused, edit.tolerance_refusal if edit.tolerance_refusal

      found
    end

    def shown(part, before: false)
      value = before ? part.was : part.value
      return "= #{value}" if value.is_a?(String)
      return value.round.to_s if part.edit.dimension.kind == :count

      # (A tolerance is told where it is what changes.)
      tolerance = part.tolerance == :keep ? nil : (before ? part.edit.tolerance : part.tolerance)
      snapshot = Nockplane::Drawings::Annotations::Snapshot.of(part.edit.dimension)
      snapshot.with(value: value.to_f, tolerance: tolerance).words(@standard).to_s
    end
  end
end
