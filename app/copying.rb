# frozen_string_literal: true

module App
  # What belongs to a drawing, an assembly or a part, ready to be copied as a set; and the copies.
  class Copying
    Planning = Nockplane::Planning

    attr_reader :key

    # key: "drawing/ADDRESS" or "model/ADDRESS"; wish: { "left", "find", "replace", "numbers", "names" }.
    def initialize(key, wish = {})
      @key = key
      @wish = wish
      @book = ReferenceBook.references
      raise Refused.new('There is nothing to copy at that address.', status: 404) unless @book.node(key)
    end

    def node = @book.node(@key)

    # Models below what is copied, and the drawings of all of them.
    def items
      @items ||=
        begin
          models = [@key, *@book.all_below(@key)].select { |k| k.start_with?('model/') && !@book.node(k).gone }
          drawings = models.flat_map { |k| drawings_of(k) }
          all = [*(@key.start_with?('drawing/') ? [@key] : []), *drawings, *models].uniq
          if all.size > Planning::CopySet::MOST
            raise Refused, "That belongs to #{all.size} things; at most #{Planning::CopySet::MOST} are copied at once."
          end

          all.map { |k| item(k) }
        end
    end

    # (Of a drawing's models only that drawing is copied, unless it is ticked.)
    def left
      return Array(@wish['left']) if @wish['left']

      items
        .map(&:key)
        .select { |k| purchased?(k) || (@key.start_with?('drawing/') && k.start_with?('drawing/') && k != @key) }
    end

    def rows
      elsewhere = Families.numbers
      set.rows do |kind, number|
        records = kind == 'drawing' ? Records::Drawing : Records::Model
        holder = Numbers.holder(number, records)
        (holder && Numbers.words(holder)) || (kind == 'drawing' ? nil : elsewhere[number]) ||
          Numbers.given_before(number, records)
      end
    end

    def set
      @set ||= Planning::CopySet.new(items, left: left, changes: changes, numbers: numbers, names: given('names'))
    end

    def wish = @wish.merge('left' => left)

    private

    # Two pairs of what is found and what is written in its place.
    def changes
      [%w[find replace], %w[find2 replace2]].map { |f, r| Planning::CopySet::Change.new(@wish[f].to_s, @wish[r].to_s) }
    end

    # Numbers typed; free ones for what would clash, where that is asked for; by the scheme for copies, where there is
    # one, for what nothing was typed and nothing replaced.
    def numbers
      typed = given('numbers')
      return freed(typed) if @wish['free'] == true
      return typed if Numbering.pattern('copy').nil? || !@wish['find'].to_s.empty?

      taken = typed.values
      items
        .reject { |i| left.include?(i.key) || typed[i.key] }
        .each_with_object(typed.dup) do |item, found|
          records = item.kind == 'drawing' ? Records::Drawing : Records::Model
          number = Numbering.next('copy', { 'from' => item.number, 'part' => item.number }, records, taken)
          taken << number
          found[item.key] = number
        end
    end

    def freed(typed)
      renamed = Planning::CopySet.new(items, changes: changes)
      taken = typed.values
      items
        .reject { |i| left.include?(i.key) || typed[i.key] }
        .each_with_object(typed.dup) do |item, found|
          records = item.kind == 'drawing' ? Records::Drawing : Records::Model
          wanted = renamed.changed(item.number).then { |n| n.empty? ? item.key.split('/')[1] : n }
          number =
            ([wanted] + (2..999).map { |n| "#{wanted[0, Numbers::MOST - 5]}-#{n}" }).find do |n|
              !taken.include?(n) && !Numbers.taken?(n, records)
            end
          taken << number
          found[item.key] = number
        end
    end

    def given(name) = (@wish[name] || {}).reject { |_, text| text.to_s.strip.empty? }
    def drawings_of(key) = @book.edges.select { |e| e.to == key && e.from.start_with?('drawing/') }.map(&:from)

    def item(key)
      kind, slug = key.split('/', 2)
      needs = @book.rests_on(key).map { |b| b.node.key }.select { |k| k.start_with?('model/') }
      if kind == 'drawing'
        record = Records::Drawing.at(slug)
        return (
          Planning::CopySet::Item.new(
            key: key,
            kind: 'drawing',
            number: record.number,
            name: record.title,
            needs: needs
          )
        )
      end

      record = Records::Model.at(slug)
      Planning::CopySet::Item.new(
        key: key,
        kind: @book.node(key).kind,
        number: record.number.to_s,
        name: record.name,
        needs: needs
      )
    end

    def purchased?(key)
      return false unless key.start_with?('model/') && key != @key

      @purchased ||= Purchased.ids
      record = Records::Model.at(key.delete_prefix('model/'))
      @purchased.include?(record.id) ||
        Records::Property.exists?(home: 'models', slug: record.slug, name: 'source', value: 'purchased')
    end
  end
end
