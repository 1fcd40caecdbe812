# frozen_string_literal: true

module Nockplane
  module Drawings
    # Edits of the house style of a document (template or drawing): sheets, layers, fields, revision table. Each gives
    # an Edit or a Refusal.
    module HouseEdits
      module_function

      # Another paper: spec as of Drafting::SheetFormat.
      def set_format(drawing, sheet_id, spec)
        sheet = drawing.sheet(sheet_id) or return missing('sheet', sheet_id)
        problems = Drafting::SheetFormat.problems(spec)
        return Refusal.new(problems.join('; '), ["sheet/#{sheet_id}"]) unless problems.empty?

        paper = Drafting::SheetFormat.of(spec)
        unfit =
          drawing.blocks.select { |b| b.sheet == sheet_id }.filter_map { |b| BlockEdits.fits(drawing, b, paper) }.first
        return unfit if unfit

        Edit.put('Sheet format changed', sheet.dup.tap { |s| s.format = spec })
      end

      # Another title of the document, the name of a template; number: another one, nil for as it is.
      def rename(drawing, title, number: nil)
        title = title.to_s.strip
        return Refusal.new('a name has 1 to 80 letters', ['meta']) unless title.length.between?(1, 80)

        Edit.put(
          "Renamed: #{[number, title].compact.join(' ')}",
          drawing.meta.dup.tap { |m| m.title, m.number = title, number || m.number }
        )
      end

      # scale: factor.
      def set_scale(drawing, sheet_id, scale)
        sheet = drawing.sheet(sheet_id) or return missing('sheet', sheet_id)
        Edit.put(
          "Sheet scale is now #{Drafting::Scale.text(scale, drawing.standard.decimal)}",
          sheet.dup.tap { |s| s.scale = scale }
        )
      end

      # Scale that drawings made from a template get: a factor, or nil for the largest preferred one that fits.
      def set_scale_rule(drawing, scale)
        Edit.put(
          scale ?
            "Drawings will be at #{Drafting::Scale.text(scale)}" :
            'Drawings will be at the largest scale that fits',
          drawing.meta.dup.tap { |m| m.scale_rule = scale }
        )
      end

      # One more sheet like the last: same format, binding and title block.
      def add_sheet(drawing)
        return Refusal.new('a drawing has at most 50 sheets', []) if drawing.sheets.size >= 50

        last = drawing.sheets.last
        fresh = last.dup.tap { |s| s.id, s.name, s.rank = drawing.next_id('s'), nil, (last.rank && (last.rank + 1)) }
        blocks =
          drawing
            .blocks
            .select { |b| b.sheet == last.id }
            .each_with_index
            .map { |b, i| b.dup.tap { |x| x.id, x.sheet = "#{fresh.id}b#{i + 1}", fresh.id } }
        Edit.put('Sheet added', fresh, blocks)
      end

      # A sheet with its title block. all: with what stands on it.
      def remove_sheet(drawing, id, all: false)
        return Refusal.new('a drawing needs a sheet', []) if drawing.sheets.size < 2

        on = standing(drawing, id)
        unless on.empty? || all
          return Refusal.new("the sheet has #{standing_words(drawing, id)}; move or delete them first", ["sheet/#{id}"])
        end

        away = on.grep(View).reject { |v| v.parent.nil? || drawing.view(v.parent)&.sheet == id }
        unless away.empty?
          return Refusal.new(
            "#{away[0].name} is made out of a view on another sheet; delete it first",
            ["view/#{away[0].id}"]
          )
        end

        furniture = (drawing.blocks + drawing.tables).select { |c| c.sheet == id }
        Edit.new(
          "Sheet deleted#{", with #{standing_words(drawing, id)}" unless on.empty?}",
          [drawing.sheet(id), *furniture, *on].to_h { |c| [Cells.key(c), nil] }
        )
      end

      # Views, berths, notes and dimensions on a sheet.
      def standing(drawing, id)
        views = drawing.views_on(id)
        [
          *views,
          *(drawing.berths + drawing.notes).select { |c| c.sheet == id },
          *views.flat_map { |v| drawing.dimensions_of(v.id) }
        ]
      end

      # "2 views, 7 dimensions and 1 note"
      def standing_words(drawing, id)
        counts =
          standing(drawing, id)
            .group_by(&:class)
            .map { |type, list| "#{list.size} #{Cells::KINDS.key(type)}#{'s' unless list.size == 1}" }
        [counts[0...-1].join(', '), counts[-1]].compact.reject(&:empty?).join(' and ')
      end

      # name: '' for none.
      def name_sheet(drawing, id, name)
        sheet = drawing.sheet(id) or return missing('sheet', id)
        return Refusal.new('the name of a sheet has 40 letters at most', ["sheet/#{id}"]) if name.length > 40

        Edit.put(
          name.empty? ? 'Sheet has no name' : "Sheet named #{name}",
          sheet.dup.tap { |s| s.name = name.empty? ? nil : name }
        )
      end

      # One place towards the first (-1) or the last (1).
      def move_sheet(drawing, id, by)
        order = drawing.sheets
        at = order.index { |s| s.id == id } or return missing('sheet', id)
        to = at + by
        unless to.between?(0, order.size - 1)
          return Refusal.new("it is the #{by.negative? ? 'first' : 'last'} sheet already", ["sheet/#{id}"])
        end

        order.insert(to, order.delete_at(at))
        Edit.put("Sheet is now sheet #{to + 1}", order.each_with_index.map { |s, i| s.dup.tap { |x| x.rank = i } })
      end

      # values: some fields of the layer.
      def set_layer(drawing, id, values)
        layer = drawing.layer(id) or return missing('layer', id)
        problem = layer_problem(values)
        return Refusal.new(problem, ["layer/#{id}"]) if problem

        all = drawing.cells.key?("layer/#{id}") ? [] : drawing.layers
        Edit.put("Layer #{layer.name} changed", all, layer.dup.tap { |l| values.each { |k, v| l[k] = v } })
      end

      def layer_problem(values)
        if values.key?(:name) && !values[:name].to_s.strip.length.between?(1, 40)
          return 'a layer needs a name of at most 40 letters'
        end

        if values[:colour] && !values[:colour].to_s.match?(/\A#[0-9a-f]{6}\z/i)
          return "'#{values[:colour]}' is not a colour such as #1c2b3a"
        end

        if values[:width] && !(values[:width].is_a?(Numeric) && values[:width].between?(0.05, 3))
          return 'lines are 0.05 to 3 mm wide'
        end

        if values[:line_type] && !Drafting::Standard::LINE_TYPES.include?(values[:line_type])
          return "line types are #{Drafting::Standard::LINE_TYPES.join(', ')}"
        end

        if values[:holds] && !(values[:holds] - Layer::CLASSES).empty?
          "'#{(values[:holds] - Layer::CLASSES)[0]}' is not a class of ink"
        end
      end

      # A layer of one's own, holding nothing by rule.
      def add_layer(drawing, name)
        name = name.to_s.strip
        return Refusal.new('a layer needs a name of at most 40 letters', []) unless name.length.between?(1, 40)
        if drawing.layers.any? { |l| l.name.casecmp?(name) }
          return Refusal.new("there is a layer '#{name}' already", [])
        end

        return Refusal.new('a drawing has at most 100 layers', []) if drawing.layers.size >= 100

        all = drawing.cells.keys.any? { |k| k.start_with?('layer/') } ? [] : drawing.layers
        Edit.put(
          "Layer #{name} added",
          all,
          Layer.new(id: drawing.next_id('l'), name: name, holds: [], visible: true, printed: true, locked: false)
        )
      end

      # A class of ink falls on another layer from now on.
      def rule(drawing, ink_class, layer_id)
        return missing('layer', layer_id) unless drawing.layer(layer_id)
        return Refusal.new("'#{ink_class}' is not a class of ink", []) unless Layer::CLASSES.include?(ink_class)

        layers =
          drawing.layers.map do |l|
            l.dup.tap { |x| x.holds = l.id == layer_id ? l.holds | [ink_class] : l.holds - [ink_class] }
          end
        Edit.put("#{ink_class} falls on #{drawing.layer(layer_id).name}", layers)
      end

      # A layer goes; what was put on it by hand falls back on its rule, and its classes on the first layer.
      def remove_layer(drawing, id)
        layer = drawing.layer(id) or return missing('layer', id)
        unless layer.holds.empty?
          return Refusal.new(
            "layer '#{layer.name}' holds #{layer.holds.join(', ')} by rule; give that to another layer first",
            ["layer/#{id}"]
          )
        end

        freed =
          drawing
            .cells
            .each_value
            .select { |c| c.respond_to?(:layer) && c.layer == id }
            .map { |c| c.dup.tap { |x| x.layer = nil } }
        Edit.new("Layer #{layer.name} deleted", freed.to_h { |c| [Cells.key(c), c] }.merge("layer/#{id}" => nil))
      end

      # Moves a thing (by cell key) to a layer; nil: back to its rule.
      def to_layer(drawing, key, layer_id)
        cell = drawing.cells[key]
        return Refusal.new("#{key} can't lie on a layer of its own", [key]) unless cell.respond_to?(:layer)
        return missing('layer', layer_id) if layer_id && !drawing.layer(layer_id)

        Edit.put(
          "Moved to layer #{layer_id ? drawing.layer(layer_id).name : 'by rule'}",
          cell.dup.tap { |c| c.layer = layer_id }
        )
      end

      # Words for a field on this drawing; empty words give it back to what it stands for.
      def set_field(drawing, name, text)
        unless Fields::NAME.match?(name.to_s)
          return Refusal.new("'#{name}' is not a name for a field: letters, numbers, blanks and . _ - are", [])
        end

        text = text.to_s.strip[0, 200]
        return own_field(drawing, name, text) if %w[title number].include?(name)

        fields = text.empty? ? drawing.meta.fields.reject { |k, _| k == name } : drawing.meta.fields.merge(name => text)
        Edit.put(
          text.empty? ? "Field #{name} given back" : "Field #{name}: #{text[0, 40]}",
          drawing.meta.dup.tap { |m| m.fields = fields }
        )
      end

      def own_field(drawing, name, text)
        return Refusal.new("a drawing needs a #{name}", ['meta']) if text.empty?

        Edit.put("#{name}: #{text[0, 40]}", drawing.meta.dup.tap { |m| m[name] = text })
      end

      # A line of the revision table: index, zone, description, date, by; text each.
      def add_history(drawing, line)
        kept = Tables.all.fetch('revisions').fields.to_h { |f| [f, line[f].to_s.strip[0, 200]] }
        if kept['index'].empty? || kept['description'].empty?
          return Refusal.new('a line of the revision table needs an index and a description', [])
        end

        unless kept['date'].empty? || kept['date'].match?(/\A\d{4}-\d{2}-\d{2}\z/)
          return Refusal.new("'#{kept['date']}' is not a date such as 2026-11-25 (TB-01)", [])
        end

        Edit.put("Revision table: #{kept['index']} added", drawing.meta.dup.tap { |m| m.history = m.history + [kept] })
      end

      def remove_history(drawing, index)
        return Refusal.new('there is no such line', []) unless index.between?(0, drawing.meta.history.size - 1)

        Edit.put(
          'Line of the revision table deleted',
          drawing.meta.dup.tap { |m| m.history = m.history.reject.with_index { |_, i| i == index } }
        )
      end

      def missing(kind, id) = Refusal.new("there is no #{kind} #{id}", ["#{kind}/#{id}"])
    end
  end
end
