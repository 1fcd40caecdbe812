# frozen_string_literal: true

module Nockplane
  module Modelling
    # What a person does to an Arrangement: each gives the Arrangement after it, or raises RecipeFault with the reason.
    class Arranging
      # What can be asked for ({ "do" => one of these, ... }).
      DOES = {
        'add explosion' => :add_explosion,
        'name explosion' => :name_explosion,
        'drop explosion' => :drop_explosion,
        'add step' => :add_step,
        'change step' => :change_step,
        'move step' => :move_step,
        'drop step' => :drop_step,
        'add display set' => :add_display_set,
        'drop display set' => :drop_display_set,
        'look' => :look
      }.freeze

      # arrangement: Arrangement; paths: of the assembly's components; asked: the request, with text for keys.
      def self.apply(arrangement, paths, asked) = new(arrangement, paths, asked).after

      def initialize(arrangement, paths, asked)
        @was = arrangement
        @paths = paths
        @asked = asked
      end

      def after
        made = send(DOES[@asked['do']] || refuse('there is no such thing to be done to an assembly'))
        wrong = faults(made) - faults(@was)
        wrong.empty? ? made : raise(RecipeFault, wrong.map { |path, reason| Fault.new(nil, path, reason) })
      end

      private

      # (What a new file of the assembly no longer has keeps nobody from changing the rest.)
      def faults(arrangement)
        arrangement.faults { |component| @paths.any? { |path| Arrangement.names?(component, path) } }
      end

      def refuse(reason) = raise(RecipeFault, Fault.new(nil, nil, reason))
      def explosion = @asked['explosion'].to_s
      def steps = @was.explosions[explosion] || refuse("there is no explosion '#{explosion}' any more")
      def with(steps) = @was.with_explosion(explosion, steps)

      def add_explosion = @was.with_explosion(fresh(@asked['name'], @was.explosions, 'explosion'), [])

      def name_explosion
        name = fresh(@asked['name'], @was.explosions, 'explosion')
        kept = steps
        order = @was.explosions.map { |n, s| n == explosion ? [name, kept] : [n, s] }.to_h
        Arrangement.new(@was.to_h.merge('explode' => order[''], 'explosions' => order.except('')))
      end

      def drop_explosion = steps && with(nil)

      # A step after the others; one that goes on from the last (the same components, the same or the opposite way) is
      # made one with it.
      def add_step
        last = steps.last
        fresh = { 'components' => components, 'direction' => direction, 'distance' => distance }
        along =
          last && last['components'] == fresh['components'] && last['distance'].is_a?(Numeric) ? way(last, fresh) : 0
        return with([*steps, fresh]) if along.zero?

        total = (last['distance'] + (along * fresh['distance'])).round(6)
        with(steps[0...-1] + (total.abs < 1e-6 ? [] : [last.merge('distance' => total)]))
      end

      # 1 or -1 where two steps go the same or the opposite way, else 0.
      def way(one, other)
        cosine = Geometry::Vec.dot(*[one, other].map { |s| Geometry::Vec.unit(s['direction'].map(&:to_f)) })
        cosine.abs > 1 - 1e-9 ? cosine.round : 0
      end

      def change_step
        step = step_at
        changed = %w[components direction distance].select { |key| @asked.key?(key) }.to_h { |key| [key, send(key)] }
        with(steps.each_with_index.map { |s, i| i == at ? step.merge(changed) : s })
      end

      def move_step
        to = at + (@asked['by'].to_i.positive? ? 1 : -1)
        step_at
        return @was unless to.between?(0, steps.size - 1)

        with(steps.dup.tap { |list| list[at], list[to] = list[to], list[at] })
      end

      def drop_step = step_at && with(steps.each_with_index.reject { |_, i| i == at }.map(&:first))
      def at = @asked['step'].to_i
      def step_at = (at >= 0 && steps[at]) || refuse('that step is no longer there')

      def components
        list = Array(@asked['components']).map(&:to_s).reject(&:empty?).uniq
        list.empty? ? refuse('a step moves at least one component; pick one') : list
      end

      def direction
        given = Array(@asked['direction']).map { |c| c.is_a?(Numeric) ? c.to_f : number(c, 'a direction') }
        given.size == 3 ? given : refuse('a direction is three numbers')
      end

      # mm; an expression of the assembly's sizes stays one.
      def distance
        given = @asked['distance']
        return given.to_f if given.is_a?(Numeric)

        text = given.to_s.strip.tr(',', '.')
        Float(text, exception: false) ||
          (text.match?(%r{\A[a-z][\w\s+*/().-]{0,100}\z}) ? text : number(text, 'a distance'))
      end

      def number(text, what) = Float(text.to_s.tr(',', '.'), exception: false) || refuse("'#{text}' is not #{what}")

      def add_display_set = @was.with_display_set(fresh(@asked['name'], @was.display_sets, 'display set'), {})
      def set = @asked['set'].to_s
      def looks = @was.looks(set) || refuse("there is no display set '#{set}' any more")
      def drop_display_set = looks && @was.with_display_set(set, nil)

      # One component shown otherwise ('' as the rest).
      def look
        component = @asked['component'].to_s
        found = looks.except(component)
        found[component] = @asked['look'].to_s unless @asked['look'].to_s.empty?
        @was.with_display_set(set, found.group_by(&:last).transform_values { |pairs| pairs.map(&:first) })
      end

      # A name that is free.
      def fresh(name, taken, what)
        name = name.to_s.strip
        refuse("the #{what} needs a name") if name.empty?
        refuse('a name has no line breaks and no control characters') if name.match?(/[[:cntrl:]]/)
        taken.key?(name) ? refuse("there is a #{what} '#{name}' already") : name
      end
    end
  end
end
